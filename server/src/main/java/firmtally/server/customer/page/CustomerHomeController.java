package firmtally.server.customer.page;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.customer.access.Visiting;
import firmtally.server.customer.access.Visitor;
import firmtally.server.customer.question.QuestionService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.QuestionId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.sales.document.Correspondence;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who is signed in to the customer page, what waits for them, and what they ask. */
@RestController
@RequestMapping("/api/customer")
class CustomerHomeController {
  private static final int MOST = 20;
  private final CustomerPageStore store;
  private final QuestionService questions;
  private final AccountService accounts;
  private final UserService users;
  private final Correspondence correspondence;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  CustomerHomeController(
      CustomerPageStore store,
      QuestionService questions,
      AccountService accounts,
      UserService users,
      Correspondence correspondence,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.questions = questions;
    this.accounts = accounts;
    this.users = users;
    this.correspondence = correspondence;
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  /** Who is signed in. */
  @GetMapping
  PageViews.CustomerView who(@Visiting Visitor visitor) {
    Account account = accounts.readable(visitor.accountId(), Actor.SYSTEM);
    var rep = users.contactOf(account.ownerId());
    return new PageViews.CustomerView(
        correspondence.seller(correspondence.words(account)),
        visitor.name(),
        visitor.email(),
        account.name(),
        account.number(),
        new PageViews.CustomerRep(rep.name(), rep.email(), rep.phone()),
        settings.company().currency().getCode(),
        account.poNumberRequired(),
        Correspondence.address(account));
  }

  /** What waits for them. */
  @GetMapping("/home")
  PageViews.CustomerHome home(@Visiting Visitor visitor) {
    LocalDate today = LocalDate.now(clock);
    PageWords words = new PageWords(settings.company().currency(), today);
    CustomerPageStore.Balance balance = store.balance(visitor.accountId(), today);
    return new PageViews.CustomerHome(
        store.openQuotes(visitor.accountId(), today, MOST).stream().map(words::quote).toList(),
        store.orders(visitor.accountId(), true, "", MOST).stream().map(words::order).toList(),
        words.amount(balance.open()),
        balance.overdue() == 0 ? null : words.amount(balance.overdue()),
        balance.items(),
        store.invoices(visitor.accountId(), true, 0, MOST).stream().map(words::invoice).toList(),
        questions.of(visitor.accountId(), MOST, Actor.SYSTEM).stream()
            .map(CustomerHomeController::question)
            .toList());
  }

  private static PageViews.CustomerQuestion question(QuestionService.AskedQuestion q) {
    return new PageViews.CustomerQuestion(
        q.at(), q.name(), q.about(), q.words(), q.answer(), q.answeredBy(), q.answeredAt());
  }

  /** Asks whoever looks after the account. */
  @PostMapping("/questions")
  @BodyLimit(kib = 16, seconds = 5, perMinute = 20)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void ask(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody PageViews.CustomerAsk typed,
      @Visiting Visitor visitor) {
    once.once(
        PageWords.key(key, visitor),
        Actor.SYSTEM.id(),
        "customer-question",
        "account " + visitor.accountId(),
        QuestionId::new,
        () -> questions.ask(visitor, typed.about(), typed.words()));
  }

  /** Everything that was asked and answered, the latest first. */
  @GetMapping("/questions")
  List<PageViews.CustomerQuestion> questions(@Visiting Visitor visitor) {
    return questions.of(visitor.accountId(), MOST * MOST, Actor.SYSTEM).stream()
        .map(CustomerHomeController::question)
        .toList();
  }
}
