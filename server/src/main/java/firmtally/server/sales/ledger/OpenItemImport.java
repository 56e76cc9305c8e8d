package firmtally.server.sales.ledger;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountNames;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Files of what was open in the ledger that was kept before. */
@Component
class OpenItemImport implements ImportKind<LedgerService.Entry> {
  private static final int LONGEST = 60;
  private final LedgerService ledger;
  private final LedgerStore store;
  private final AccountNames names;
  private final SettingsService settings;

  OpenItemImport(
      LedgerService ledger, LedgerStore store, AccountNames names, SettingsService settings) {
    this.ledger = ledger;
    this.store = store;
    this.names = names;
    this.settings = settings;
  }

  @Override
  public About about() {
    return new About("open-items", "open item", 7, "open-item");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed("account", "Account", "accountnumber", "company", "customer")
            .hint("its number or name"),
        ImportField.needed("ref", "Invoice number", "number", "invoice", "reference", "document"),
        ImportField.optional("on", "Invoice date", "date", "invoiced"),
        ImportField.needed("due", "Due date", "due", "duedate", "dueon"),
        ImportField.needed("balance", "Open amount", "balance", "open", "amount", "outstanding")
            .hint("below 0 for a credit"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().keepsBooks();
  }

  @Override
  public Removal removal() {
    return Removal.of("open_item", "r.ref")
        .unless("(r.balance <> r.total OR r.settled_on IS NOT NULL OR r.reminder_stage > 0)");
  }

  @Override
  public Runnable removing(List<RecordId> ids) {
    List<AccountId> of = store.accountsOf(ids);
    return () -> of.forEach(ledger::settle);
  }

  @Override
  public Reading<LedgerService.Entry> reading(Actor actor) {
    return new OpenItemReading(actor);
  }

  /** One file. */
  private final class OpenItemReading implements Reading<LedgerService.Entry> {
    private final Actor actor;
    private final Set<String> seen = new HashSet<>();

    OpenItemReading(Actor actor) {
      this.actor = actor;
    }

    @Override
    public Optional<LedgerService.Entry> read(ImportRow row, Input input) {
      Optional<Account> account = names.named(input, "account", row.at("account"));
      String ref = input.text("ref", row.at("ref"), LONGEST);
      Optional<LocalDate> due = input.day("due", row.at("due"));
      Optional<LocalDate> on = row.at("on").isEmpty() ? due : input.day("on", row.at("on"));
      String typed = row.at("balance").replace('−', '-');
      boolean isCredit = typed.startsWith("-");
      Optional<Money> amount =
          Amounts.read(
              input,
              "balance",
              settings.company().currency(),
              isCredit ? typed.substring(1) : typed);
      if (amount.filter(Money::isZero).isPresent()) {
        input.refuse("balance", "Nothing is open of it.");
      }
      if (on.isPresent() && due.isPresent() && on.get().isAfter(due.get())) {
        input.refuse("due", "It cannot be due before the invoice date.");
      }
      account.ifPresent(
          a -> {
            if (!seen.add(a.id() + " " + ref) || store.isKnown(a.id(), ref)) {
              input.refuse("ref", a.name() + " has an item of this number already.");
            }
          });
      return input.problems().isEmpty()
          ? Optional.of(
              new LedgerService.Entry(
                  account.get().id(),
                  ref,
                  Optional.empty(),
                  Optional.empty(),
                  on.get(),
                  due.get(),
                  isCredit ? amount.get().negated() : amount.get()))
          : Optional.empty();
    }

    @Override
    public Outcome outcome(LedgerService.Entry entry) {
      return new Outcome(Effect.ADDED, entry.ref(), "");
    }

    @Override
    public List<Written> write(List<LedgerService.Entry> entries, ImportId of) {
      return entries.stream()
          .map(entry -> new Written(ledger.takeOver(entry, actor), null))
          .toList();
    }
  }
}
