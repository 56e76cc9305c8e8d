package firmtally.server.enquiry;

import firmtally.server.account.AccountService;
import firmtally.server.opportunity.OpportunityService;
import firmtally.server.people.Actor;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Counters;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.Input;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.NotThere;
import firmtally.server.worksheet.WorksheetForm;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The acts on enquiries. */
@Service
public class EnquiryService {
  private static final int LONGEST = 160;
  private final EnquiryStore store;
  private final AccountService accounts;
  private final OpportunityService opportunities;
  private final ChangeLog log;
  private final Counters counters;
  private final FoundIndex index;
  private final Clock clock;

  EnquiryService(
      EnquiryStore store,
      AccountService accounts,
      OpportunityService opportunities,
      ChangeLog log,
      Counters counters,
      FoundIndex index,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.log = log;
    this.counters = counters;
    this.index = index;
    this.clock = clock;
  }

  /** An enquiry; once it is taken on it leads to its opportunity. */
  public record EnquiryRow(
      long id,
      String number,
      String takenAt,
      String name,
      String reach,
      String town,
      String about,
      String source,
      String state,
      String owner,
      @MaybeNull Long opportunityId,
      long version) {}

  /** An enquiry as typed. */
  public record EnquiryForm(String name, String reach, String town, String about, String source) {}

  List<EnquiryRow> list() {
    return store.list();
  }

  /** Takes an enquiry down. */
  @Transactional
  public long take(EnquiryForm typed, Actor actor) {
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String reach = input.text("reach", typed.reach(), LONGEST);
    String town = input.optionalText("town", typed.town(), LONGEST);
    String about = input.text("about", typed.about(), LONGEST);
    String source = input.optionalText("source", typed.source(), LONGEST);
    input.check();
    String number = counters.next("E");
    String where = source.isEmpty() ? "phone" : source;
    long id =
        store.insert(
            new EnquiryStore.New(
                number, clock.instant().toString(), name, reach, town, about, where, actor.id()));
    index.add("enquiry", id, number, name + " " + about);
    log.note(actor.id(), "enquiry", id, "enquiry taken down", null, name);
    return id;
  }

  /**
   * Takes an enquiry on: an account is made from it, or an existing one joined, and the opportunity
   * opened with nothing typed again.
   *
   * @param accountId the account to join; empty to make one
   * @return the opportunity's id
   */
  @Transactional
  public long takeOn(long id, Optional<Long> accountId, Actor actor) {
    actor.checkSells();
    EnquiryRow enquiry = store.find(id).orElseThrow(() -> new NotThere("enquiry", id));
    long account = accountId.orElseGet(() -> accounts.open(account(enquiry), actor));
    if (store.setState(id, "taken-on", account) == 0) {
      throw new NotPossible("This enquiry is " + enquiry.state() + " already.");
    }
    log.note(actor.id(), "enquiry", id, "state", enquiry.state(), "taken-on");
    return opportunities.open(
        new OpportunityService.Opening(
            account,
            enquiry.about(),
            "new",
            Optional.empty(),
            Optional.empty(),
            Optional.of(id),
            Optional.empty(),
            WorksheetForm.EMPTY),
        actor);
  }

  private static AccountService.AccountForm account(EnquiryRow enquiry) {
    boolean isMail = enquiry.reach().indexOf('@') > 0;
    return new AccountService.AccountForm(
        enquiry.name(),
        "company",
        "",
        "",
        enquiry.town(),
        isMail ? enquiry.reach() : "",
        isMail ? "" : enquiry.reach(),
        "");
  }
}
