package firmtally.server.sales.creditdesk;

import firmtally.core.money.Percent;
import firmtally.core.receivables.Settlement;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.company.credit.CreditRules;
import firmtally.server.company.credit.CreditRulesService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.ledger.LedgerService;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The credit desk: what waits for the credit controller, and an account's credit. */
@RestController
@RequestMapping("/api/credit")
class CreditDeskController {
  private static final int MOST = 300;
  private static final int NEAR_DAYS = 7;
  private final CreditDeskStore store;
  private final CreditRequests requests;
  private final CreditService credit;
  private final CreditRulesService rules;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  CreditDeskController(
      CreditDeskStore store,
      CreditRequests requests,
      CreditService credit,
      CreditRulesService rules,
      LedgerService ledger,
      AccountService accounts,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.requests = requests;
    this.credit = credit;
    this.rules = rules;
    this.ledger = ledger;
    this.accounts = accounts;
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  /** An order that waits for the credit controller. */
  record HoldRow(
      DocumentId id,
      String number,
      AccountId accountId,
      String account,
      String total,
      String owner,
      LocalDate placedOn,
      String words) {}

  /**
   * An account that owes or has ordered, by age.
   *
   * @param standing {@code stopped}, {@code over} or {@code near} the limit, else {@code clear}
   */
  record ExposedRow(
      AccountId id,
      String number,
      String account,
      String owner,
      String standing,
      String limit,
      @MaybeNull String nextLimit,
      @MaybeNull LocalDate nextFrom,
      String exposure,
      String available,
      String ordered,
      String notDue,
      String to30,
      String to60,
      String to90,
      String older,
      String credits,
      String overdue,
      String balance) {}

  /** The sums by age over all accounts. */
  record Ages(
      String notDue,
      String to30,
      String to60,
      String to90,
      String older,
      String credits,
      String balance) {}

  /**
   * The desk.
   *
   * @param owing who owes, the most overdue first
   * @param owingCount how many they are altogether
   * @param watched who is stopped, over or near the limit
   * @param watchedCount how many they are altogether
   */
  record DeskView(
      List<CreditRequests.RequestView> requests,
      List<HoldRow> holds,
      List<ExposedRow> owing,
      int owingCount,
      List<ExposedRow> watched,
      int watchedCount,
      Ages ages,
      List<LedgerService.Item> promised) {}

  record LimitView(LocalDate from, String amount) {}

  /** How an account's credit is judged. */
  record CreditSettings(
      int termsDays,
      int lateDays,
      int graceDays,
      String overdueAllowed,
      String watchPercent,
      String depositPercent,
      boolean stopped,
      boolean remind) {}

  /** How it pays: so many invoices settled, on average so many days late. */
  record HabitView(int settled, @MaybeNull String daysLate, @MaybeNull Integer proposed) {}

  record AccountCredit(
      AccountId id,
      String number,
      String name,
      String owner,
      CreditSettings settings,
      List<LimitView> limits,
      String usualLimit,
      WorksheetView.CreditView credit,
      HabitView habit,
      List<LedgerService.Item> items,
      List<HoldRow> holds,
      List<CreditRequests.RequestView> requests,
      boolean mayChange,
      boolean mayAsk,
      long version)
      implements Versioned {}

  record LimitForm(String from, String amount) {}

  record Asked(ApprovalId id) {}

  private static void checkSees(Actor actor) {
    if (!actor.roles().keepsBooks() && !actor.roles().manages()) {
      throw new NotAllowed(
          "The credit desk is for credit controllers, managers and administrators.");
    }
  }

  @GetMapping("/desk")
  DeskView desk(@SignedIn Actor actor) {
    checkSees(actor);
    LocalDate today = LocalDate.now(clock);
    var currency = settings.company().currency();
    List<ExposedRow> exposed = store.exposed(today, rules.get().usualLimit(), currency);
    List<ExposedRow> watched =
        Stream.of("stopped", "over", "near")
            .flatMap(standing -> exposed.stream().filter(row -> standing.equals(row.standing())))
            .toList();
    List<ExposedRow> owing =
        exposed.stream().filter(row -> new BigDecimal(row.balance()).signum() != 0).toList();
    return new DeskView(
        requests.waiting(actor),
        store.holds(Optional.empty(), currency),
        owing.stream().limit(MOST).toList(),
        owing.size(),
        watched.stream().limit(MOST).toList(),
        watched.size(),
        ages(exposed),
        ledger.promised(today.plusDays(NEAR_DAYS)));
  }

  private Ages ages(List<ExposedRow> rows) {
    return new Ages(
        sum(rows, ExposedRow::notDue),
        sum(rows, ExposedRow::to30),
        sum(rows, ExposedRow::to60),
        sum(rows, ExposedRow::to90),
        sum(rows, ExposedRow::older),
        sum(rows, ExposedRow::credits),
        sum(rows, ExposedRow::balance));
  }

  private String sum(List<ExposedRow> rows, Function<ExposedRow, String> of) {
    Money zero = Money.zero(settings.company().currency());
    return rows.stream()
        .map(row -> Money.of(zero.getCurrencyUnit(), new BigDecimal(of.apply(row))))
        .reduce(zero, Money::plus)
        .getAmount()
        .toPlainString();
  }

  /** An account's credit; with an amount, what it would be with that asked for. */
  @GetMapping("/accounts/{id}")
  AccountCredit account(
      @PathVariable AccountId id,
      @RequestParam(defaultValue = "") String asking,
      @SignedIn Actor actor) {
    Account account = accounts.readable(id, actor);
    var currency = settings.company().currency();
    Optional<Money> asked =
        asking.isBlank() ? Optional.empty() : Optional.of(Amounts.parse(currency, asking));
    CreditRules usual = rules.get();
    return new AccountCredit(
        id,
        account.number(),
        account.name(),
        account.ownerName(),
        settings(account),
        credit.limits(id).stream().map(l -> new LimitView(l.from(), text(l.amount()))).toList(),
        text(usual.usualLimit()),
        WorksheetView.credit(credit.standing(id, asked, actor)),
        habit(ledger.habit(id), account),
        ledger.items(id, true, actor),
        store.holds(Optional.of(id), currency),
        requests.ofAccount(id, actor),
        actor.roles().keepsBooks(),
        actor.roles().sells(),
        account.version());
  }

  private CreditSettings settings(Account a) {
    return new CreditSettings(
        a.termsDays(),
        a.lateDays(),
        a.graceDays(),
        settings.amounts().apply(a.overdueAllowed()),
        Percent.ofTenThousandths(a.watchPercent()).toString(),
        Percent.ofTenThousandths(a.dealings().depositPercent()).toString(),
        a.stopped(),
        a.dealings().remind());
  }

  /** What the habit says the days late should be, where it says something else. */
  private static HabitView habit(Settlement.Habit habit, Account account) {
    Optional<Integer> days =
        habit
            .daysLate()
            .filter(d -> habit.settled() >= 3)
            .map(d -> Math.max(0, d.setScale(0, RoundingMode.CEILING).intValueExact()))
            .filter(d -> d != account.lateDays());
    return new HabitView(
        habit.settled(),
        habit.daysLate().map(BigDecimal::toPlainString).orElse(null),
        days.orElse(null));
  }

  private static String text(Money money) {
    return money.getAmount().toPlainString();
  }

  @PutMapping("/accounts/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable AccountId id,
      @RequestHeader("If-Match") String version,
      @RequestBody AccountService.CreditSettingsForm typed,
      @SignedIn Actor actor) {
    credit.change(id, Versions.of(version), typed, actor);
  }

  @PutMapping("/accounts/{id}/limits")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setLimit(@PathVariable AccountId id, @RequestBody LimitForm typed, @SignedIn Actor actor) {
    actor.checkKeepsBooks();
    Input input = new Input();
    Optional<LocalDate> from = input.day("from", typed.from());
    Optional<Money> amount =
        Amounts.read(input, "amount", settings.company().currency(), typed.amount());
    input.check();
    credit.setLimit(id, from.orElseThrow(), amount.orElseThrow(), actor);
  }

  @DeleteMapping("/accounts/{id}/limits/{from}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeLimit(
      @PathVariable AccountId id, @PathVariable LocalDate from, @SignedIn Actor actor) {
    credit.removeLimit(id, from, actor);
  }

  @PostMapping("/accounts/{id}/requests")
  Asked ask(
      @PathVariable AccountId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CreditRequests.RequestForm typed,
      @SignedIn Actor actor) {
    return new Asked(
        once.once(
            key,
            actor.id(),
            "credit-request",
            "account " + id,
            ApprovalId::new,
            () -> requests.ask(id, typed, actor)));
  }

  @PostMapping("/requests/{id}/answer")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void answer(
      @PathVariable ApprovalId id,
      @RequestBody CreditRequests.CreditAnswerForm typed,
      @SignedIn Actor actor) {
    requests.answer(id, typed, actor);
  }

  @PostMapping("/requests/{id}/withdraw")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(@PathVariable ApprovalId id, @SignedIn Actor actor) {
    requests.withdraw(id, actor);
  }
}
