package firmtally.server.pipeline.opportunity;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who and what stands around an opportunity: tags, competitors, people with roles, sharers. */
@Service
public class TeamService {
  private static final int LONGEST = 60;
  private static final Set<String> ROLES =
      Set.of("decision-maker", "user", "partner", "subcontractor");
  private final OpportunityService service;
  private final TeamStore store;
  private final UserService users;
  private final ChangeLog log;
  private final Clock clock;

  TeamService(
      OpportunityService service, TeamStore store, UserService users, ChangeLog log, Clock clock) {
    this.service = service;
    this.store = store;
    this.users = users;
    this.log = log;
    this.clock = clock;
  }

  /** A contact with a role in it; partners may belong to another account. */
  public record Member(
      ContactId contactId,
      String name,
      AccountId accountId,
      String account,
      String role,
      String email,
      String phone) {}

  /** A colleague who shares it; part is a percent of the credit for it. */
  public record Share(PersonId personId, String name, String part) {}

  /** All of it. */
  public record SalesTeam(
      List<String> tags, List<String> competitors, List<Member> people, List<Share> shares) {}

  /** All of it as typed. */
  public record TeamForm(
      List<String> tags,
      List<String> competitors,
      List<MemberForm> people,
      List<ShareForm> shares) {
    public TeamForm {
      tags = Input.given(tags);
      competitors = Input.given(competitors);
      people = Input.given(people);
      shares = Input.given(shares);
    }
  }

  /** A contact with a role as typed. */
  public record MemberForm(ContactId contactId, String role) {
    public MemberForm {
      contactId = Input.given(contactId, ContactId::new);
    }
  }

  /** A share as typed. */
  public record ShareForm(PersonId personId, String part) {
    public ShareForm {
      personId = Input.given(personId, PersonId::new);
    }
  }

  /** What was typed before, to choose from. */
  public record Used(
      List<String> tags,
      List<String> competitors,
      List<String> reasons,
      List<String> sources,
      List<String> campaigns) {}

  SalesTeam of(OpportunityId id) {
    return store.of(id);
  }

  /** What was typed before, to choose from. */
  public Used used() {
    return new Used(
        store.used("tag"),
        store.used("competitor"),
        store.used("reason"),
        store.used("source"),
        store.used("campaign"));
  }

  /** Writes the whole team anew. */
  @Transactional
  public void change(OpportunityId id, long version, TeamForm typed, Actor actor) {
    Opportunity opportunity = service.editableOpen(id, actor);
    SalesTeam before = of(id);
    Input input = new Input();
    check(input, typed, opportunity);
    input.check();
    int updated = store.raiseVersion(id, version, LocalDate.now(clock));
    log.expectOne(updated, "opportunity", id, opportunity.version());
    store.clear(id);
    typed.tags().forEach(tag -> store.addTag(id, tag.strip()));
    typed.competitors().forEach(name -> store.addCompetitor(id, name.strip()));
    typed.people().forEach(p -> store.addPerson(id, p.contactId(), p.role()));
    typed.shares().forEach(s -> store.addShare(id, s.personId(), Percent.parse(s.part())));
    note(before, of(id), id, actor);
    service.reindex(id);
  }

  /** Adds a tag; one that is there already stays. */
  @Transactional
  public void addTag(OpportunityId id, long version, String typed, Actor actor) {
    Opportunity opportunity = service.editableOpen(id, actor);
    Input input = new Input();
    String tag = input.text("tag", typed, LONGEST);
    input.check();
    SalesTeam before = of(id);
    if (before.tags().contains(tag)) {
      return;
    }
    int updated = store.raiseVersion(id, version, LocalDate.now(clock));
    log.expectOne(updated, "opportunity", id, opportunity.version());
    store.addTag(id, tag);
    note(before, of(id), id, actor);
    service.reindex(id);
  }

  /** The same by the company itself, whatever the state; it must have been read by nobody. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void tagBySystem(OpportunityId id, String tag) {
    SalesTeam before = of(id);
    if (before.tags().stream().noneMatch(tag::equalsIgnoreCase)) {
      store.addTag(id, tag);
      note(before, of(id), id, Actor.SYSTEM);
      service.reindex(id);
    }
  }

  private void check(Input input, TeamForm typed, Opportunity opportunity) {
    typed.tags().forEach(tag -> input.text("tags", tag, LONGEST));
    typed.competitors().forEach(name -> input.text("competitors", name, LONGEST));
    for (MemberForm member : typed.people()) {
      if (member.role() == null || !ROLES.contains(member.role())) {
        input.refuse("people", "A role is one of decision-maker, user, partner and subcontractor.");
      }
      if (!store.hasContact(member.contactId())) {
        input.refuse("people", "There is no contact " + member.contactId() + ".");
      }
    }
    checkShares(input, typed.shares(), opportunity);
  }

  private void checkShares(Input input, List<ShareForm> shares, Opportunity opportunity) {
    BigDecimal sum = BigDecimal.ZERO;
    Set<PersonId> seen = new HashSet<>();
    for (ShareForm share : shares) {
      Percent part =
          input
              .value(
                  "shares",
                  share.part(),
                  text -> Percent.parse(text).within("share", Percent.ZERO, Percent.HUNDRED))
              .orElse(Percent.ZERO);
      sum = sum.add(part.value());
      if (share.personId().equals(opportunity.ownerId())) {
        input.refuse("shares", "The owner has the rest; remove the owner here.");
      }
      if (!seen.add(share.personId())) {
        input.refuse("shares", "Somebody is listed twice.");
      }
      if (!users.isActive(share.personId())) {
        input.refuse("shares", "Choose an active user.");
      }
    }
    if (sum.compareTo(Percent.HUNDRED.value()) > 0) {
      input.refuse("shares", "The shares are more than 100 %.");
    }
  }

  private void note(SalesTeam before, SalesTeam after, OpportunityId id, Actor actor) {
    note(actor, id, "tags", before.tags(), after.tags(), t -> t);
    note(actor, id, "competitors", before.competitors(), after.competitors(), c -> c);
    note(actor, id, "people", before.people(), after.people(), p -> p.name() + " " + p.role());
    note(
        actor,
        id,
        "shares",
        before.shares(),
        after.shares(),
        s -> s.name() + " " + s.part() + " %");
  }

  private <T> void note(
      Actor actor,
      OpportunityId id,
      String what,
      List<T> before,
      List<T> after,
      Function<T, String> words) {
    String was = before.stream().map(words).collect(Collectors.joining(", "));
    String is = after.stream().map(words).collect(Collectors.joining(", "));
    if (!Objects.equals(was, is)) {
      log.note(actor.id(), "opportunity", id, what, was, is);
    }
  }
}
