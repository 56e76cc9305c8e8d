package firmtally.server.customers.account;

import firmtally.server.access.Actor;
import firmtally.server.access.Sellers;
import firmtally.server.access.UserService;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.customers.account.AccountService.AccountEdit;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Files of accounts: known by their number, new ones without one or with the one they had. */
@Component
class AccountImport implements ImportKind<AccountImport.Draft> {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final int LONGEST = 120;
  private static final Set<String> KINDS = Set.of("company", "person");
  private static final Set<String> STATES = Set.of("prospect", "customer");
  private final AccountService accounts;
  private final AccountStore store;
  private final UserService users;
  private final CreditRulesService rules;
  private final Counters counters;
  private final Records records;

  AccountImport(
      AccountService accounts,
      AccountStore store,
      UserService users,
      CreditRulesService rules,
      Counters counters,
      Records records) {
    this.accounts = accounts;
    this.store = store;
    this.users = users;
    this.rules = rules;
    this.counters = counters;
    this.records = records;
  }

  /**
   * An account of a file.
   *
   * @param before what is known of its number
   * @param edit what can be typed, read
   * @param added how it is added, where it is new
   */
  record Draft(
      Optional<Account> before, AccountStore.Edit edit, Optional<Account> added, String number) {}

  @Override
  public About about() {
    return new About("accounts", "account", 3, "account");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.optional("number", "Number", "accountnumber", "customernumber", "no")
            .hint("of a known account, or the one it has had so far"),
        ImportField.needed("name", "Name", "company", "account", "customer", "firm"),
        ImportField.optional("kind", "Kind").hint("company or person"),
        ImportField.optional("status", "Status").hint("prospect or customer"),
        ImportField.optional("industry", "Industry", "branch", "sector"),
        ImportField.optional("street", "Street", "address"),
        ImportField.optional("postal", "Postal code", "postcode", "zip", "zipcode"),
        ImportField.optional("town", "Town", "city", "place"),
        ImportField.optional("country", "Country"),
        ImportField.optional("email", "Email", "mail", "emailaddress"),
        ImportField.optional("phone", "Phone", "telephone", "tel", "phonenumber"),
        ImportField.optional("owner", "Owner", "rep", "salesrep")
            .hint("a user's name or email")
            .perFile(),
        ImportField.optional("priceGroup", "Price group"),
        ImportField.optional("termsDays", "Payment terms, days", "terms", "paymentterms"),
        ImportField.optional("poNumberRequired", "PO number required").hint("yes or no"),
        ImportField.optional("taxId", "Tax ID", "vatid", "taxnumber"),
        ImportField.optional("language", "Language").hint("en, de, fr, …"),
        ImportField.optional("taxExemption", "Tax exemption"),
        ImportField.optional("paysAs", "Pays as"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().sells();
  }

  @Override
  public Removal removal() {
    return Removal.of("account", "r.number || ' ' || r.name");
  }

  @Override
  public Reading<Draft> reading(Actor actor) {
    return new AccountReading(actor);
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void restore(List<Before> before, Actor actor) {
    for (Before one : before) {
      AccountId id = new AccountId(one.id().value());
      Account now = accounts.readable(id, Actor.SYSTEM);
      accounts.change(
          id, now.version(), JSON.readValue(one.form(), AccountEdit.class), Actor.SYSTEM);
    }
  }

  /** An account as it can be typed. */
  private static AccountEdit edit(Account a) {
    return new AccountEdit(
        a.name(),
        a.industry(),
        a.street(),
        a.postal(),
        a.town(),
        a.email(),
        a.phone(),
        a.priceGroup(),
        Integer.toString(a.termsDays()),
        a.poNumberRequired(),
        a.country(),
        a.taxId(),
        a.language(),
        a.dealings().taxExemption(),
        a.dealings().paysAs());
  }

  /** One file. */
  private final class AccountReading implements Reading<Draft> {
    private final Actor actor;
    private final Sellers sellers;
    private final Set<String> numbers = new HashSet<>();
    private final String prefix = counters.prefix("A");

    AccountReading(Actor actor) {
      this.actor = actor;
      this.sellers = users.sellers(actor);
    }

    @Override
    public Optional<Draft> read(ImportRow row, Input input) {
      String number = input.optionalText("number", row.at("number"), LONGEST);
      Optional<Account> before =
          number.isEmpty()
              ? Optional.empty()
              : store.named(number).stream().filter(a -> a.number().equals(number)).findFirst();
      if (!number.isEmpty() && !numbers.add(number)) {
        input.refuse("number", "Another row has this number.");
      }
      AccountStore.Edit edit =
          AccountService.read(
              input,
              before.map(Account::id).orElse(new AccountId(0)),
              before.map(Account::version).orElse(1L),
              typed(row, input, before));
      Optional<Account> added = Optional.empty();
      if (before.isPresent()) {
        checkChange(row, input, before.get(), edit);
      } else {
        if (number.startsWith(prefix)) {
          input.refuse("number", "No account has this number. Leave it blank for a new one.");
        }
        added = sellers.owner(input, row.at("owner")).map(owner -> added(row, input, edit, owner));
      }
      return input.problems().isEmpty()
          ? Optional.of(new Draft(before, edit, added, number))
          : Optional.empty();
    }

    private AccountEdit typed(ImportRow row, Input input, Optional<Account> before) {
      AccountEdit was =
          before
              .map(AccountImport::edit)
              .orElseGet(() -> edit(Account.prospect("", actor, rules.get()).build()));
      boolean poNumber =
          row.has("poNumberRequired")
              ? input
                  .oneOf("poNumberRequired", row.at("poNumberRequired"), Set.of("yes", "no"))
                  .filter("yes"::equals)
                  .isPresent()
              : was.poNumberRequired();
      return new AccountEdit(
          row.or("name", was.name()),
          row.or("industry", was.industry()),
          row.or("street", was.street()),
          row.or("postal", was.postal()),
          row.or("town", was.town()),
          row.or("email", was.email()),
          row.or("phone", was.phone()),
          row.or("priceGroup", was.priceGroup()),
          row.at("termsDays").isEmpty() ? was.termsDays() : row.at("termsDays"),
          poNumber,
          row.or("country", was.country()),
          row.or("taxId", was.taxId()),
          row.or("language", was.language()),
          row.or("taxExemption", was.taxExemption()),
          row.or("paysAs", was.paysAs()));
    }

    private void checkChange(ImportRow row, Input input, Account before, AccountStore.Edit edit) {
      if (!records.isEditable("account", before.id(), actor)) {
        input.refuse("number", "This account belongs to " + before.ownerName() + ".");
      }
      AccountService.checkTerms(input, before, edit, actor);
      if (!row.at("owner").isEmpty()
          && !row.at("owner").equalsIgnoreCase(before.ownerName())
          && sellers
              .owner(input, row.at("owner"))
              .filter(o -> o.id().equals(before.ownerId()))
              .isEmpty()) {
        input.refuse("owner", "A known account is given to somebody else by a reassignment.");
      }
    }

    private Account added(ImportRow row, Input input, AccountStore.Edit edit, Actor owner) {
      if (edit.priceGroup() != null && !actor.manages(owner.team())) {
        input.refuse("priceGroup", "Only a manager may set a price group.");
      }
      if (edit.termsDays() != rules.get().termsDays() && !actor.manages(owner.team())) {
        input.refuse("termsDays", "Only a manager may set other payment terms.");
      }
      return Account.prospect(edit.name(), owner, rules.get())
          .kind(input.oneOf("kind", row.at("kind"), KINDS).orElse("company"))
          .status(input.oneOf("status", row.at("status"), STATES).orElse("prospect"))
          .industry(edit.industry())
          .street(edit.street())
          .postal(edit.postal())
          .town(edit.town())
          .email(edit.email())
          .phone(edit.phone())
          .priceGroup(edit.priceGroup())
          .termsDays(edit.termsDays())
          .poNumberRequired(edit.poNumberRequired())
          .country(edit.country())
          .taxId(edit.taxId())
          .language(edit.language())
          .build();
    }

    @Override
    public Outcome outcome(Draft draft) {
      if (draft.before().isEmpty()) {
        return new Outcome(Effect.ADDED, draft.edit().name(), "");
      }
      Account before = draft.before().get();
      String what =
          AccountDifference.of(before, draft.edit()).stream()
              .filter(d -> !Objects.equals(d.before(), d.after()))
              .map(AccountDifference::field)
              .collect(Collectors.joining(", "));
      return new Outcome(
          what.isEmpty() ? Effect.SAME : Effect.CHANGED,
          before.number() + " " + before.name(),
          what);
    }

    @Override
    public Optional<String> key(Draft draft) {
      return Optional.of(
          draft.edit().email().isEmpty()
              ? draft.edit().name().toLowerCase(Locale.ROOT)
              : draft.edit().email().toLowerCase(Locale.ROOT));
    }

    @Override
    public List<Optional<Known>> known(List<Draft> drafts) {
      return drafts.stream()
          .map(
              draft ->
                  store
                      .alike(draft.edit().name(), draft.edit().email())
                      .map(
                          a ->
                              new Known(
                                  a.number() + " " + a.name(),
                                  a.name().equalsIgnoreCase(draft.edit().name())
                                      ? "same name"
                                      : "same email")))
          .toList();
    }

    @Override
    public List<Written> write(List<Draft> drafts, ImportId of) {
      List<Written> written = new ArrayList<>();
      for (Draft draft : drafts) {
        if (draft.before().isPresent()) {
          Account before = draft.before().get();
          accounts.keep(before, draft.edit(), actor);
          written.add(new Written(before.id(), JSON.writeValueAsString(edit(before))));
        } else {
          Account added = draft.added().orElseThrow();
          AccountId id =
              draft.number().isEmpty()
                  ? accounts.add(added, actor.id())
                  : accounts.add(added, draft.number(), actor.id());
          written.add(new Written(id, null));
        }
      }
      return written;
    }
  }
}
