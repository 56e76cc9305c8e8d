package firmtally.server.customer.question;

import firmtally.server.access.Actor;
import firmtally.server.customer.access.Visitor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.QuestionId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.sales.document.Correspondence;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Questions of customers and their answers. A question is an activity of the account's owner for
 * today; its answer goes to whoever asked by email, stands on their page, and does the activity.
 */
@Service
public class QuestionService {
  private static final int LONGEST = 2000;
  private static final int ABOUT = 40;
  private static final String ACCOUNT = "account";
  private final QuestionStore store;
  private final AccountService accounts;
  private final ActivityService activities;
  private final EmailQueue emails;
  private final Correspondence correspondence;
  private final ChangeLog log;
  private final Clock clock;

  QuestionService(
      QuestionStore store,
      AccountService accounts,
      ActivityService activities,
      EmailQueue emails,
      Correspondence correspondence,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.activities = activities;
    this.emails = emails;
    this.correspondence = correspondence;
    this.log = log;
    this.clock = clock;
  }

  /**
   * A question.
   *
   * @param about the number of a paper; blank for none
   * @param answer null until it is answered
   */
  public record AskedQuestion(
      QuestionId id,
      Instant at,
      String name,
      String email,
      String about,
      String words,
      ActivityId activityId,
      @MaybeNull String answer,
      @MaybeNull String answeredBy,
      @MaybeNull Instant answeredAt) {}

  /** Those of an account, the latest first, for whoever reads the account. */
  public List<AskedQuestion> of(AccountId account, int most, Actor actor) {
    accounts.readable(account, actor);
    return store.of(account, most);
  }

  /**
   * A customer asks.
   *
   * @param typedAbout the number of a paper; blank for nothing in particular
   */
  @Transactional
  public QuestionId ask(Visitor visitor, String typedAbout, String typed) {
    Input input = new Input();
    String about = input.optionalText("about", typedAbout, ABOUT);
    String words = input.text("words", typed, LONGEST);
    input.check();
    Account account = accounts.readable(visitor.accountId(), Actor.SYSTEM);
    String of = about.isEmpty() ? "" : " about " + about;
    ActivityId planned =
        activities.planBySystem(
            ActivityService.On.account(account.id()),
            "email",
            visitor.name() + " asks" + of + ": " + words,
            LocalDate.now(clock),
            account.ownerId());
    log.note(
        Actor.SYSTEM.id(),
        ACCOUNT,
        account.id(),
        "question" + of,
        null,
        visitor.name() + ": " + words);
    return store.insert(visitor, about, words, planned, clock.instant());
  }

  /** Answers; of two who do at once the second is told that it was answered. */
  @Transactional
  public void answer(AccountId id, QuestionId question, String typed, Actor actor) {
    Account account = accounts.editable(id, actor);
    Input input = new Input();
    String words = input.text("words", typed, LONGEST);
    input.check();
    AskedQuestion asked =
        store.find(id, question).orElseThrow(() -> new NotThere("question", question));
    if (store.answer(question, words, actor.id(), clock.instant()) == 0) {
      throw new NotPossible("This was answered meanwhile.");
    }
    activities.doneBySystem(asked.activityId(), words);
    if (!asked.email().isEmpty()) {
      emails.queue(
          new EmailQueue.Email(
              ACCOUNT,
              RecordId.of(id),
              correspondence.from(actor),
              List.of(asked.email()),
              List.of(),
              asked.about().isEmpty()
                  ? "The answer to your question"
                  : "The answer to your question about " + asked.about(),
              correspondence.answer(account, asked.name(), asked.words(), words),
              List.of()));
    }
    log.note(actor.id(), ACCOUNT, id, "answer to " + asked.name(), asked.words(), words);
  }
}
