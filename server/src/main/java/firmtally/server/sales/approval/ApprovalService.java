package firmtally.server.sales.approval;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.UserService;
import firmtally.server.access.absence.AbsenceService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ApprovalId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The one way in which something is asked for and answered: the sign-off of a quote, the holds of
 * an order. It is answered by whoever has the role, sees the document, and has no part in it: not
 * by who asked, nor by whose deal it is or who made it.
 */
@Service
public class ApprovalService {
  /** Asked for before a quote leaves. */
  public static final String SIGN_OFF = "sign-off";

  /** Keeps an order from being released. */
  public static final String HOLD = "hold";

  /** More credit for an account. */
  public static final String CREDIT_REQUEST = "credit-request";

  private static final int LONGEST = 400;
  private final ApprovalStore store;
  private final Records records;
  private final UserService users;
  private final AbsenceService absences;
  private final ChangeLog log;
  private final Clock clock;

  ApprovalService(
      ApprovalStore store,
      Records records,
      UserService users,
      AbsenceService absences,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.users = users;
    this.absences = absences;
    this.log = log;
    this.clock = clock;
  }

  /**
   * What is asked.
   *
   * @param documentId what it is about; null for an account's credit
   * @param accountId whose credit it is about; null for a document
   * @param role who answers it
   * @param words what is asked, for people
   * @param why what the asker says to it; blank for nothing
   * @param worksheetVersion of the worksheet that is asked about
   * @param sheet that worksheet as the reckoning reads it, where it is about margins
   */
  public record Asked(
      String kind,
      @MaybeNull DocumentId documentId,
      @MaybeNull AccountId accountId,
      String reason,
      String role,
      String words,
      String why,
      long worksheetVersion,
      Optional<String> sheet) {
    /** About a document. */
    public static Asked of(
        String kind,
        DocumentId document,
        String reason,
        String role,
        String words,
        String why,
        long worksheetVersion,
        Optional<String> sheet) {
      return new Asked(kind, document, null, reason, role, words, why, worksheetVersion, sheet);
    }
  }

  /**
   * A yes that was given.
   *
   * @param role in which it was given
   * @param sheet the worksheet that it was given to, as the reckoning reads it
   */
  public record Given(String role, String sheet) {}

  /** An approval on a screen, and whether who looks at it may answer it. */
  public record ApprovalView(Approval approval, boolean mayAnswer) {}

  /** Everything that was asked about a document, in order. */
  public List<Approval> of(DocumentId document) {
    return store.of(document);
  }

  /** The same for somebody who looks at it. */
  public List<ApprovalView> views(DocumentId document, Actor actor) {
    List<Approval> all = store.of(document);
    if (all.isEmpty()) {
      return List.of();
    }
    Set<PersonId> involved = store.involved(document);
    String team = store.place(all.get(0).id()).team();
    return all.stream()
        .map(a -> new ApprovalView(a, a.isOpen() && refusal(a, involved, team, actor).isEmpty()))
        .toList();
  }

  /** Asks; part of the act that needs the answer. */
  @Transactional(propagation = Propagation.MANDATORY)
  public ApprovalId ask(Asked asked, Actor actor) {
    return store.insert(asked, actor.id(), clock.instant());
  }

  /**
   * Why somebody may not answer; blank when they may.
   *
   * @param team of the deal's owner
   */
  private String refusal(Approval approval, Set<PersonId> involved, String team, Actor actor) {
    boolean mayAnswer =
        hasRole(approval.role(), team, actor)
            || absences.standsInFor(actor).stream()
                .anyMatch(absent -> hasRole(approval.role(), team, absent));
    if (!mayAnswer) {
      return "This is to be answered by: " + approval.role().replace('-', ' ') + ".";
    }
    if (approval.askedBy().equals(actor.id())) {
      return "You asked for this; somebody else has to answer it.";
    }
    if (involved.contains(actor.id())) {
      return "This is your own deal or document; somebody else has to answer it.";
    }
    return "";
  }

  /**
   * Credit is the credit controller's alone; in a company that has none it is the administrator's.
   * A margin is answered by the managers of the owner's team, and as their deputy by whoever they
   * named while they are away.
   */
  private boolean hasRole(String role, String team, Actor actor) {
    if (Role.CREDIT_CONTROLLER.word().equals(role)) {
      return actor.roles().has(Role.CREDIT_CONTROLLER)
          || actor.roles().has(Role.ADMINISTRATOR) && !users.hasActive(Role.CREDIT_CONTROLLER);
    }
    // A level above the managers' is the administrators'.
    return Role.MANAGER.word().equals(role)
        ? actor.manages(team)
        : Role.ADMINISTRATOR.word().equals(role) && actor.roles().has(Role.ADMINISTRATOR);
  }

  /**
   * Answers what is open of a document and this person's to answer.
   *
   * @param yes whether it is granted
   * @param comment why, for those who ask later
   * @return whether nothing is open any more
   * @throws NotAllowed when nothing of it is theirs to answer
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean answerAll(DocumentId document, boolean yes, String comment, Actor actor) {
    List<Approval> open = store.of(document).stream().filter(Approval::isOpen).toList();
    if (open.isEmpty()) {
      throw new NotPossible("There is nothing to answer here.");
    }
    Set<PersonId> involved = store.involved(document);
    String team = store.place(open.get(0).id()).team();
    List<Approval> mine =
        open.stream().filter(a -> refusal(a, involved, team, actor).isEmpty()).toList();
    if (mine.isEmpty()) {
      throw new NotAllowed(refusal(open.get(0), involved, team, actor));
    }
    Input input = new Input();
    String why = input.text("comment", comment, LONGEST);
    input.check();
    mine.forEach(a -> store.answer(a.id(), yes ? "yes" : "no", actor.id(), clock.instant(), why));
    return standing(document).isEmpty();
  }

  /** Answers one sign-off; a no says why. */
  @Transactional
  public void answer(ApprovalId id, boolean yes, String comment, Actor actor) {
    Input input = new Input();
    String why =
        yes
            ? input.optionalText("comment", comment, LONGEST)
            : input.text("comment", comment, LONGEST);
    answer(id, yes ? "yes" : "no", why, input, actor);
  }

  /**
   * Names the discount that would do, in place of a yes or a no.
   *
   * @param sheet what the document would be with it, as the reckoning reads it: that is signed off
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void counter(ApprovalId id, Percent most, String comment, String sheet, Actor actor) {
    Input input = new Input();
    String why = input.optionalText("comment", comment, LONGEST);
    answer(id, "counter", why, input, actor);
    store.setCounter(id, most, sheet);
  }

  private void answer(ApprovalId id, String answer, String why, Input input, Actor actor) {
    Approval approval = store.find(id).orElseThrow(() -> new NotThere("approval", id));
    ApprovalStore.Place place = store.place(id);
    records.checkReadable(place.documentKind(), place.documentId(), actor);
    if (!SIGN_OFF.equals(approval.kind())) {
      throw new NotPossible("A hold is answered where its order is released.");
    }
    String refusal = refusal(approval, store.involved(place.documentId()), place.team(), actor);
    if (!refusal.isEmpty()) {
      throw new NotAllowed(refusal);
    }
    input.check();
    if (store.answer(id, answer, actor.id(), clock.instant(), why) == 0) {
      throw new NotPossible("This was answered already.");
    }
    log.note(
        actor.id(),
        place.documentKind(),
        place.documentId(),
        "sign-off",
        "asked",
        answer + (why.isEmpty() ? "" : ": " + why));
  }

  /**
   * What still keeps a document: of each reason the last approval, where it is open or was refused.
   */
  public List<Approval> standing(DocumentId document) {
    Map<String, Approval> last = new LinkedHashMap<>();
    store.of(document).forEach(a -> last.put(a.reason(), a));
    return last.values().stream().filter(a -> a.isOpen() || "no".equals(a.answer())).toList();
  }

  /**
   * Clears what stands of a document for a reason that is gone.
   *
   * @return whether nothing stands any more
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean clear(DocumentId document, String reason, String comment, Actor actor) {
    List<Approval> standing = standing(document);
    List<Approval> gone = standing.stream().filter(a -> a.reason().equals(reason)).toList();
    for (Approval a : gone) {
      // A refusal stays as it was given; that its cause is gone is written after it.
      ApprovalId cleared = a.isOpen() ? a.id() : store.repeat(a.id(), actor.id(), clock.instant());
      store.answer(cleared, "cleared", actor.id(), clock.instant(), comment);
    }
    return gone.size() == standing.size();
  }

  /** Asks once more for what was refused; whoever asks says why. */
  @Transactional(propagation = Propagation.MANDATORY)
  public int askAgain(DocumentId document, String why, Actor actor) {
    List<Approval> refused = standing(document).stream().filter(a -> !a.isOpen()).toList();
    for (Approval a : refused) {
      store.setWhy(store.repeat(a.id(), actor.id(), clock.instant()), why);
    }
    return refused.size();
  }

  /** Answers a credit request: whoever may, and never whoever asked. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void answerRequest(
      ApprovalId id, String answer, String comment, PersonId owner, Actor actor) {
    Approval approval = store.find(id).orElseThrow(() -> new NotThere("credit request", id));
    String refusal = refusal(approval, Set.of(owner), "", actor);
    if (!refusal.isEmpty()) {
      throw new NotAllowed(refusal);
    }
    if (store.answer(id, answer, actor.id(), clock.instant(), comment) == 0) {
      throw new NotPossible("This was answered already.");
    }
  }

  /** Whether somebody may answer a credit request for an account of somebody's. */
  public boolean mayAnswerRequest(Approval approval, PersonId owner, Actor actor) {
    return approval.isOpen() && refusal(approval, Set.of(owner), "", actor).isEmpty();
  }

  /** An approval by its id. */
  public Optional<Approval> find(ApprovalId id) {
    return store.find(id);
  }

  /**
   * Every sign-off that was given to a document or an earlier revision of it. Whether one still
   * holds is for the reckoning to say.
   */
  public List<Given> given(DocumentId document) {
    return store.given(document);
  }
}
