package firmtally.server.trail;

import firmtally.core.credit.CreditFile;
import firmtally.server.account.Account;
import firmtally.server.account.AccountService;
import firmtally.server.credit.CreditService;
import firmtally.server.daysheet.DaySheetService;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.MaybeNull;
import firmtally.server.settings.SettingsService;
import firmtally.server.worksheet.WorksheetView;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is read across parts; nothing is changed here. */
@RestController
@RequestMapping("/api")
class TrailController {
  private final TrailStore store;
  private final AccountService accounts;
  private final CreditService credit;
  private final OpportunityService opportunities;
  private final SettingsService settings;
  private final FoundIndex index;
  private final DaySheetService daySheet;
  private final Clock clock;

  TrailController(
      TrailStore store,
      AccountService accounts,
      CreditService credit,
      OpportunityService opportunities,
      SettingsService settings,
      FoundIndex index,
      DaySheetService daySheet,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.credit = credit;
    this.opportunities = opportunities;
    this.settings = settings;
    this.index = index;
    this.daySheet = daySheet;
    this.clock = clock;
  }

  /** One paper of a chain. */
  record Paper(
      String kind,
      long id,
      String number,
      String title,
      String day,
      String state,
      @MaybeNull String amount) {}

  /** The live counts of the bar. */
  record Counts(
      long daySheet, long enquiries, long opportunities, long quotes, long orders, long renewals) {}

  record OpenItemView(String ref, String balance, String due, boolean overdue) {}

  record AccountPage(
      long id,
      String number,
      String name,
      String kind,
      String standing,
      String trade,
      String street,
      String postal,
      String town,
      String mail,
      String phone,
      @MaybeNull String priceGroup,
      String owner,
      int termsDays,
      boolean orderNumberRequired,
      boolean stopped,
      String note,
      List<AccountService.Contact> contacts,
      List<OpenItemView> openItems,
      WorksheetView.CreditView credit,
      String wonTotal,
      List<OpportunityService.OpportunityRow> opportunities) {}

  @GetMapping("/trail/{opportunity}")
  List<Paper> trail(@PathVariable long opportunity) {
    return store.trail(opportunity, settings.amounts());
  }

  @GetMapping("/counts")
  Counts counts(@SignedIn Actor actor) {
    return store.counts(actor, LocalDate.now(clock), daySheet.count(actor));
  }

  @GetMapping("/find")
  List<FoundIndex.Hit> find(@RequestParam(defaultValue = "") String q) {
    return index.search(q);
  }

  @GetMapping("/accounts/{id}")
  AccountPage account(@PathVariable long id) {
    Account a = accounts.get(id);
    CreditFile file = credit.file(id);
    return new AccountPage(
        a.id(),
        a.number(),
        a.name(),
        a.kind(),
        a.standing(),
        a.trade(),
        a.street(),
        a.postal(),
        a.town(),
        a.mail(),
        a.phone(),
        a.priceGroup(),
        a.ownerName(),
        a.termsDays(),
        a.orderNumberRequired(),
        a.stopped(),
        a.note(),
        accounts.contacts(id),
        file.openItems().stream().map(item -> item(item, file)).toList(),
        WorksheetView.credit(credit.check(id, Optional.empty()), credit.ordered(id)),
        settings.amounts().apply(store.wonTotal(id)),
        opportunities.ofAccount(id));
  }

  private static OpenItemView item(CreditFile.OpenItem item, CreditFile file) {
    boolean isOverdue =
        item.balance().isPositive() && item.due().plusDays(file.graceDays()).isBefore(file.asOf());
    return new OpenItemView(
        item.ref(), item.balance().getAmount().toPlainString(), item.due().toString(), isOverdue);
  }
}
