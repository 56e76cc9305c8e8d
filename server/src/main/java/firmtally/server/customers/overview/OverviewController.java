package firmtally.server.customers.overview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import firmtally.core.credit.CreditFile;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.list.ListService;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.Versioned;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** All that is known of an account before a call, on one page; and the ranking of customers. */
@RestController
@RequestMapping("/api/accounts")
class OverviewController {
  private static final int ACTIVITIES = 30;
  private static final int MOST_MONTHS = 36;
  private final OverviewStore store;
  private final AccountService accounts;
  private final CreditService credit;
  private final ListService lists;
  private final ActivityService activities;
  private final FileService files;
  private final SettingsService settings;
  private final Clock clock;
  private final Idempotency once;

  OverviewController(
      OverviewStore store,
      AccountService accounts,
      CreditService credit,
      ListService lists,
      ActivityService activities,
      FileService files,
      SettingsService settings,
      Clock clock,
      Idempotency once) {
    this.store = store;
    this.accounts = accounts;
    this.credit = credit;
    this.lists = lists;
    this.activities = activities;
    this.files = files;
    this.settings = settings;
    this.clock = clock;
    this.once = once;
  }

  record OpenItemView(String ref, String balance, LocalDate due, boolean overdue) {}

  /** What was bought so far, and what was earned with it. */
  record Bought(
      long orders,
      String amount,
      @MaybeNull String margin,
      @MaybeNull String marginPercent,
      @MaybeNull LocalDate lastOn) {}

  /** Something that was bought: how much in all, and the price paid for one the last time. */
  record BoughtItem(
      @MaybeNull String product,
      String description,
      LocalDate lastOn,
      String total,
      long times,
      String lastPrice) {}

  /** A quote, order or agreement that is not done with. */
  record OpenPaper(
      String kind,
      RecordId id,
      String number,
      String title,
      String state,
      LocalDate day,
      String value) {}

  /** Who it is and where. */
  record Identity(
      String number,
      String name,
      String kind,
      String status,
      String industry,
      String street,
      String postal,
      String town,
      String country,
      String email,
      String phone,
      String taxId,
      String language,
      String taxExemption,
      String paysAs) {
    static Identity of(Account a) {
      return new Identity(
          a.number(),
          a.name(),
          a.kind(),
          a.status(),
          a.industry(),
          a.street(),
          a.postal(),
          a.town(),
          a.country(),
          a.email(),
          a.phone(),
          a.taxId(),
          a.language(),
          a.dealings().taxExemption(),
          a.dealings().paysAs());
    }
  }

  /** On which terms it buys, and whose it is. */
  record Terms(
      @MaybeNull String priceGroup,
      int termsDays,
      boolean poNumberRequired,
      boolean stopped,
      String owner,
      PersonId ownerId) {
    static Terms of(Account a) {
      return new Terms(
          a.priceGroup(),
          a.termsDays(),
          a.poNumberRequired(),
          a.stopped(),
          a.ownerName(),
          a.ownerId());
    }
  }

  /** What whoever looks at it may change. */
  record Rights(boolean mayChange, boolean mayChangeTerms) {}

  /** What it owes and what it bought. */
  record Business(
      List<OpenItemView> openItems,
      WorksheetView.CreditView credit,
      Bought bought,
      List<BoughtItem> items,
      List<OpenPaper> papers,
      List<ListService.OpportunityRow> opportunities) {}

  /** An account's page; its parts lie beside each other in the answer. */
  record AccountPage(
      AccountId id,
      @JsonUnwrapped Identity identity,
      @JsonUnwrapped Terms terms,
      @JsonUnwrapped Rights rights,
      long version,
      List<AccountService.Contact> contacts,
      List<AccountService.NoteView> notes,
      @JsonUnwrapped Business business,
      List<ActivityService.Activity> activities,
      List<FileService.FileView> files)
      implements Versioned {}

  /** A customer in the ranking; growth is against the period of the same length before. */
  record Ranked(
      AccountId id,
      String number,
      String name,
      String town,
      String industry,
      String owner,
      LocalDate lastOn,
      String sales,
      @MaybeNull String margin,
      @MaybeNull String marginPercent,
      String salesBefore,
      String growth,
      @MaybeNull String growthPercent) {}

  record Ranking(String from, String to, List<Ranked> rows) {}

  @GetMapping("/{id}")
  AccountPage account(@PathVariable AccountId id, @SignedIn Actor actor) {
    Account a = accounts.readable(id, actor);
    CreditFile file = credit.file(id, actor);
    CurrencyUnit currency = settings.company().currency();
    return new AccountPage(
        a.id(),
        Identity.of(a),
        Terms.of(a),
        new Rights(actor.mayChange(a.owner()), actor.manages(a.ownerTeam())),
        a.version(),
        accounts.contacts(id, actor),
        accounts.notes(id, actor),
        new Business(
            file.openItems().stream().map(item -> item(item, file)).toList(),
            WorksheetView.credit(credit.standing(id, Optional.empty(), actor)),
            store.bought(id, currency, actor),
            store.items(id, currency, actor),
            store.papers(id, settings.amounts(), actor),
            lists.ofAccount(id, actor)),
        activities.ofAccount(id, ACTIVITIES, actor),
        files.of("account", RecordId.of(id)));
  }

  private static OpenItemView item(CreditFile.OpenItem item, CreditFile file) {
    boolean isOverdue =
        item.balance().isPositive() && item.due().plusDays(file.graceDays()).isBefore(file.asOf());
    return new OpenItemView(
        item.ref(), item.balance().getAmount().toPlainString(), item.due(), isOverdue);
  }

  /** Plans something with an account itself. */
  @PostMapping("/{id}/activities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void planWith(
      @PathVariable AccountId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    actor.checkSells();
    accounts.readable(id, actor);
    once.once(
        key,
        actor.id(),
        "plan-activity",
        "account " + id,
        () -> activities.plan(ActivityService.On.account(id), typed, actor));
  }

  /**
   * Customers by what they bought in the last months.
   *
   * @param by sales, margin or growth
   * @param owner a person's id; 0 for everybody's
   */
  @GetMapping("/ranking")
  Ranking ranking(
      @RequestParam(defaultValue = "12") int months,
      @RequestParam(defaultValue = "sales") String by,
      @RequestParam(defaultValue = "0") PersonId owner,
      @SignedIn Actor actor) {
    int length = Math.min(Math.max(months, 1), MOST_MONTHS);
    LocalDate today = LocalDate.now(clock);
    LocalDate from = today.minusMonths(length).plusDays(1);
    LocalDate before = from.minusMonths(length);
    boolean byMargin = "margin".equals(by);
    if (byMargin && !actor.seesCosts()) {
      throw new NotAllowed("Margins are shown to those who sell and who manage.");
    }
    Comparator<Ranked> order =
        Comparator.comparing(
            (Ranked r) ->
                new BigDecimal(
                    byMargin ? r.margin() : "growth".equals(by) ? r.growth() : r.sales()));
    return new Ranking(
        from.toString(),
        today.toString(),
        store
            .ranking(
                new OverviewStore.Period(before, from, today),
                owner,
                settings.company().currency(),
                actor)
            .stream()
            .sorted(
                order.reversed().thenComparing(Ranked::name).thenComparingLong(r -> r.id().value()))
            .toList());
  }
}
