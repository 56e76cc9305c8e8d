package firmtally.server.customers.reassignment;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ReassignmentId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Hands a book of accounts over: the accounts, what is open with them, and the steps that are
 * planned. With a last day all that is still with the colleague goes back by itself the day after.
 */
@Service
public class ReassignmentService implements DueWork {
  private final ReassignmentStore store;
  private final AccountService accounts;
  private final OpportunityService opportunities;
  private final UserService people;
  private final SettingsService settings;
  private final Clock clock;

  ReassignmentService(
      ReassignmentStore store,
      AccountService accounts,
      OpportunityService opportunities,
      UserService people,
      SettingsService settings,
      Clock clock) {
    this.store = store;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.people = people;
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * A reassignment.
   *
   * @param until its last day; null for good
   * @param endedOn when it went back; null while it runs
   */
  public record ReassignmentView(
      ReassignmentId id,
      String fromName,
      String toName,
      LocalDate madeOn,
      @MaybeNull LocalDate until,
      @MaybeNull String endedOn,
      long accounts,
      long opportunities) {}

  /**
   * What to hand over.
   *
   * @param until the last day; blank for good
   * @param accounts their ids; empty for the whole book
   */
  public record ReassignmentForm(
      PersonId fromId, PersonId toId, @MaybeNull String until, List<AccountId> accounts) {
    public ReassignmentForm {
      fromId = Input.given(fromId, PersonId::new);
      toId = Input.given(toId, PersonId::new);
      accounts = Input.given(accounts);
    }
  }

  /**
   * An account of a book, with what goes with it.
   *
   * @param opportunities those open with it that are the owner's too
   * @param value what these come to
   * @param activities what the owner has planned on them
   */
  public record BookAccount(
      AccountId id,
      String number,
      String name,
      String town,
      String industry,
      String status,
      long opportunities,
      String value,
      long activities) {}

  /** The accounts of somebody's book, by name: what there is to hand over. */
  List<BookAccount> book(PersonId owner, Actor actor) {
    checkMayReassign(people.get(owner), actor);
    return store.book(owner, settings.amounts());
  }

  private static void checkMayReassign(Actor from, Actor actor) {
    if (!actor.id().equals(from.id()) && !actor.manages(from.team())) {
      throw new NotAllowed(
          "Only " + from.name() + " or their manager may reassign their accounts.");
    }
  }

  List<ReassignmentView> list(Actor actor) {
    return store.list(actor);
  }

  /** Hands over in one act: all of it or nothing. */
  @Transactional
  public ReassignmentId reassign(ReassignmentForm typed, Actor actor) {
    Actor from = people.get(typed.fromId());
    Actor to = people.get(typed.toId());
    checkMayReassign(from, actor);
    Input input = new Input();
    Optional<LocalDate> until =
        typed.until() == null || typed.until().isBlank()
            ? Optional.empty()
            : input.day("until", typed.until());
    LocalDate today = LocalDate.now(clock);
    if (until.isPresent() && until.get().isBefore(today)) {
      input.refuse("until", "Enter a day from today on.");
    }
    if (from.id().equals(to.id())) {
      input.refuse("toId", "Choose a colleague.");
    }
    people.checkSeller(input, "toId", to.id());
    List<Account> book =
        accounts.ownedBy(from.id()).stream()
            .filter(a -> typed.accounts().isEmpty() || typed.accounts().contains(a.id()))
            .toList();
    if (book.isEmpty()) {
      input.refuse("accounts", from.name() + " has no such accounts.");
    } else if (!typed.accounts().isEmpty() && book.size() < Set.copyOf(typed.accounts()).size()) {
      // Somebody else gave some of them away since they were chosen.
      input.refuse("accounts", "Some of these are no longer " + from.name() + "’s. Choose again.");
    }
    input.check();
    ReassignmentId id = store.insert(from.id(), to.id(), actor.id(), today, until.orElse(null));
    for (Account account : book) {
      store.addRecord(id, "account", account.id());
      accounts.setOwner(account.id(), to, actor);
      for (OpportunityId open : opportunities.openOf(account.id(), from.id())) {
        store.addRecord(id, "opportunity", open);
        opportunities.setOwner(open, to, actor);
      }
    }
    return id;
  }

  /** Ends a reassignment that has a last day before it comes. */
  @Transactional
  public void end(ReassignmentId id, Actor actor) {
    ReassignmentStore.Due running =
        store.running(id).orElseThrow(() -> new NotThere("running reassignment", id));
    Actor from = people.get(running.fromId());
    if (!actor.id().equals(from.id()) && !actor.manages(from.team())) {
      throw new NotAllowed("Only " + from.name() + " or their manager may end this.");
    }
    giveBack(running, actor);
  }

  /**
   * Somebody leaves: what was lent to them goes back, and what they lent stays where it is. Theirs
   * goes to a colleague for good.
   *
   * @return how many accounts went over
   */
  @Transactional
  public int leave(Actor from, Actor to, Actor by) {
    store.runningTo(from.id()).forEach(lent -> giveBack(lent, by));
    store.endRunningFrom(from.id(), LocalDate.now(clock).toString());
    List<Account> book = accounts.ownedBy(from.id());
    if (!book.isEmpty()) {
      reassign(new ReassignmentForm(from.id(), to.id(), null, List.of()), by);
    }
    return book.size();
  }

  @Override
  public String job() {
    return "reassignments that end";
  }

  /** Gives back everything whose last day is over; the company does it by itself. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    store.due(today.toString()).forEach(due -> giveBack(due, Actor.SYSTEM));
  }

  private void giveBack(ReassignmentStore.Due due, Actor by) {
    Actor owner = people.get(due.fromId());
    for (RecordId account : store.stillWith(due.id(), "account", due.toId())) {
      accounts.setOwner(new AccountId(account.value()), owner, by);
    }
    for (RecordId opportunity : store.stillWith(due.id(), "opportunity", due.toId())) {
      opportunities.setOwner(new OpportunityId(opportunity.value()), owner, by);
    }
    store.end(due.id(), LocalDate.now(clock).toString());
  }
}
