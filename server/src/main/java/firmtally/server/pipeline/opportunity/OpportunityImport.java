package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.access.Sellers;
import firmtally.server.access.UserService;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountNames;
import firmtally.server.customers.account.AccountService;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.ProcessService.SalesProcess;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Files of open opportunities: each opened on the stage that the file says, with a line where it
 * names a product.
 */
@Component
class OpportunityImport implements ImportKind<OpportunityImport.Draft> {
  private static final int LONGEST = 160;
  private static final int QUANTITY_DECIMALS = 3;
  private final OpportunityService opportunities;
  private final OpportunityStore store;
  private final ActivityService activities;
  private final Clock clock;
  private final AccountService accounts;
  private final AccountNames names;
  private final ProcessService processes;
  private final ProductService catalogue;
  private final UserService users;
  private final SettingsService settings;

  OpportunityImport(
      OpportunityService opportunities,
      OpportunityStore store,
      ActivityService activities,
      Clock clock,
      AccountService accounts,
      AccountNames names,
      ProcessService processes,
      ProductService catalogue,
      UserService users,
      SettingsService settings) {
    this.opportunities = opportunities;
    this.store = store;
    this.activities = activities;
    this.clock = clock;
    this.accounts = accounts;
    this.names = names;
    this.processes = processes;
    this.catalogue = catalogue;
    this.users = users;
    this.settings = settings;
  }

  /** A next activity that comes along. */
  record Next(String subject, LocalDate due) {}

  /** An opportunity of a file. */
  record Draft(Opening opening, Stage stage, Actor owner, String account, Optional<Next> next) {}

  @Override
  public About about() {
    return new About("opportunities", "opportunity", 6, "opportunity");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed("account", "Account", "accountnumber", "company", "customer")
            .hint("its number or name"),
        ImportField.needed("title", "Title", "name", "subject", "opportunity"),
        ImportField.optional("process", "Sales process", "process").perFile(),
        ImportField.optional("stage", "Stage", "phase", "status"),
        ImportField.optional("owner", "Owner", "rep", "salesrep")
            .hint("a user's name or email")
            .perFile(),
        ImportField.optional("close", "Expected close", "closedate", "expectedclose", "close"),
        ImportField.optional("product", "Product", "productcode", "item")
            .hint("a code of the catalogue"),
        ImportField.optional("quantity", "Quantity", "qty").hint("1 where it is blank"),
        ImportField.optional("discount", "Discount %", "discount", "discountpercent"),
        ImportField.optional("budget", "Budget", "value", "amount"),
        ImportField.optional("contact", "Contact", "contactname").hint("a contact of the account"),
        ImportField.optional("source", "Source").perFile(),
        ImportField.optional("campaign", "Campaign").perFile(),
        ImportField.optional("next", "Next activity", "nextstep", "task"),
        ImportField.optional("nextDue", "Next activity due", "nextdue", "duedate"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().sells();
  }

  @Override
  public void checkMatched(Set<String> fields, Input input) {
    if (fields.contains("next") != fields.contains("nextDue")) {
      input.refuse("nextDue", "A next activity needs both, what is to be done and the day.");
    }
  }

  /** The worksheets go with them: nothing else refers to one that was never quoted. */
  @Override
  public Removal removal() {
    String some = " IN (SELECT value FROM json_each(:ids))";
    String worksheets = " IN (SELECT worksheet_id FROM opportunity WHERE id" + some + ")";
    return new Removal(
        "opportunity",
        "r.number || ' ' || r.title",
        Set.of("pipeline_history", "stage_log", "activity"),
        List.of(
            "EXISTS (SELECT 1 FROM activity x WHERE x.opportunity_id = r.id AND (x.version > 1 OR x.closed_at IS NOT NULL"
                + " OR x.planned_by IS NOT NULL))",
            "EXISTS (SELECT 1 FROM worksheet_scenario x WHERE x.worksheet_id = r.worksheet_id)"),
        List.of(
            "DELETE FROM activity WHERE opportunity_id" + some,
            "DELETE FROM stage_log WHERE opportunity_id" + some,
            "DELETE FROM pipeline_history WHERE opportunity_id" + some,
            "DELETE FROM worksheet_line WHERE worksheet_id" + worksheets,
            // Each refers to the other's row until both are gone.
            "PRAGMA defer_foreign_keys = ON",
            "DELETE FROM worksheet WHERE id" + worksheets,
            "DELETE FROM opportunity WHERE id" + some));
  }

  @Override
  public Reading<Draft> reading(Actor actor) {
    return new OpportunityReading(actor);
  }

  /** Opens one on the stage that it had; nothing is asked of a stage that it is put on. */
  private OpportunityId takeOver(Draft draft, Actor actor) {
    PersonId owner = draft.owner().id();
    OpportunityId id = opportunities.openFor(draft.opening(), actor, owner);
    Opportunity opened = opportunities.readable(id, Actor.SYSTEM);
    StageId stage = draft.stage().id();
    if (!opened.stageId().equals(stage)) {
      store.putOn(id, stage);
      store.logStage(id, clock.instant(), actor.id(), opened.stageId(), stage, opened.value());
    }
    draft
        .next()
        .ifPresent(next -> activities.planBySystem(id, "task", next.subject(), next.due(), owner));
    return id;
  }

  /** One file. */
  private final class OpportunityReading implements Reading<Draft> {
    private final Actor actor;
    private final Sellers sellers;

    OpportunityReading(Actor actor) {
      this.actor = actor;
      this.sellers = users.sellers(actor);
    }

    @Override
    public Optional<Draft> read(ImportRow row, Input input) {
      Optional<Account> account = names.named(input, "account", row.at("account"));
      String title = input.text("title", row.at("title"), LONGEST);
      Optional<SalesProcess> process = process(row, input);
      Optional<Stage> stage = process.flatMap(p -> stage(row, input, p));
      Optional<Actor> owner = sellers.owner(input, row.at("owner"));
      Optional<LocalDate> close =
          row.at("close").isEmpty() ? Optional.empty() : input.day("close", row.at("close"));
      WorksheetForm lines = lines(row, input);
      Optional<Long> budget =
          input
              .value("budget", row.at("budget"), settings::amount)
              .map(money -> money.getAmountMinorLong());
      Optional<ContactId> contact = account.flatMap(a -> contact(row, input, a));
      String source = input.optionalText("source", row.at("source"), LONGEST);
      String campaign = input.optionalText("campaign", row.at("campaign"), LONGEST);
      Optional<Next> next = next(row, input);
      if (!input.problems().isEmpty()) {
        return Optional.empty();
      }
      Opening opening =
          new Opening(
              account.get().id(),
              title,
              process.get().kind(),
              process.map(SalesProcess::id),
              contact,
              close,
              Optional.empty(),
              Optional.empty(),
              Optional.empty(),
              source,
              campaign,
              budget,
              lines);
      return Optional.of(
          new Draft(opening, stage.get(), owner.get(), account.get().number(), next));
    }

    private Optional<SalesProcess> process(ImportRow row, Input input) {
      String typed = row.at("process");
      List<SalesProcess> live =
          processes.list().stream().filter(process -> !process.deactivated()).toList();
      Optional<SalesProcess> found =
          typed.isEmpty()
              ? live.stream().filter(p -> p.kind().equals("new")).findFirst()
              : live.stream().filter(p -> p.name().equalsIgnoreCase(typed)).findFirst();
      if (found.isEmpty()) {
        input.refuse(
            "process",
            "Sales process not found; there are "
                + live.stream().map(SalesProcess::name).collect(Collectors.joining(", "))
                + ".");
      }
      return found;
    }

    private static Optional<Stage> stage(ImportRow row, Input input, SalesProcess process) {
      String typed = row.at("stage");
      Optional<Stage> found =
          typed.isEmpty()
              ? process.live().stream().findFirst()
              : process.live().stream().filter(s -> s.name().equalsIgnoreCase(typed)).findFirst();
      if (found.isEmpty()) {
        input.refuse(
            "stage",
            "Stage not found; "
                + process.name()
                + " has "
                + process.live().stream().map(Stage::name).collect(Collectors.joining(", "))
                + ".");
      }
      return found;
    }

    private WorksheetForm lines(ImportRow row, Input input) {
      String code = row.at("product");
      if (code.isEmpty()) {
        return WorksheetForm.EMPTY;
      }
      Product product = catalogue.byCodes(List.of(code)).get(code);
      if (product == null) {
        input.refuse("product", "No product has this code.");
        return WorksheetForm.EMPTY;
      }
      Optional<Quantity> quantity =
          input.value(
              "quantity",
              row.at("quantity").isEmpty() ? "1" : row.at("quantity"),
              typed -> Quantity.parse(TypedNumber.plain(typed, QUANTITY_DECIMALS)));
      LineForm line =
          LineForm.ofProduct(
              "1",
              code,
              product.name(),
              quantity.map(Quantity::toString).orElse("1"),
              LineForm.Plan.of(product.everyMonths(), product.termMonths()));
      return WorksheetForm.of(
          List.of(
              row.at("discount").isEmpty()
                  ? line
                  : line.but().discountPercent(row.at("discount")).build()));
    }

    private Optional<ContactId> contact(ImportRow row, Input input, Account account) {
      String typed = row.at("contact");
      if (typed.isEmpty()) {
        return Optional.empty();
      }
      Optional<ContactId> found =
          accounts.contacts(account.id(), actor).stream()
              .filter(c -> c.name().equalsIgnoreCase(typed))
              .map(AccountService.Contact::id)
              .findFirst();
      if (found.isEmpty()) {
        input.refuse("contact", account.name() + " has no contact of this name.");
      }
      return found;
    }

    private static Optional<Next> next(ImportRow row, Input input) {
      String subject = input.optionalText("next", row.at("next"), LONGEST);
      if (subject.isEmpty()) {
        return Optional.empty();
      }
      return input.day("nextDue", row.at("nextDue")).map(day -> new Next(subject, day));
    }

    @Override
    public Outcome outcome(Draft draft) {
      return new Outcome(Effect.ADDED, draft.opening().title(), "");
    }

    @Override
    public Optional<String> key(Draft draft) {
      return Optional.of(
          draft.opening().accountId() + " " + draft.opening().title().toLowerCase(Locale.ROOT));
    }

    @Override
    public List<Optional<Known>> known(List<Draft> drafts) {
      return drafts.stream()
          .map(
              draft ->
                  store
                      .openOfTitle(draft.opening().accountId(), draft.opening().title())
                      .map(number -> new Known(number, "same account and title")))
          .toList();
    }

    @Override
    public List<Written> write(List<Draft> drafts, ImportId of) {
      return drafts.stream()
          .map(
              draft -> {
                return new Written(takeOver(draft, actor), null);
              })
          .toList();
    }
  }
}
