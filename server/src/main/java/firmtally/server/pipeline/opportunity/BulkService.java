package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotPossible;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** One act on several opportunities that were chosen in a list: done with all of them, or none. */
@Service
public class BulkService {
  private static final int MOST = 200;
  private final OpportunityService opportunities;
  private final TeamService teams;
  private final ActivityService activities;

  BulkService(OpportunityService opportunities, TeamService teams, ActivityService activities) {
    this.opportunities = opportunities;
    this.teams = teams;
    this.activities = activities;
  }

  /** One that was chosen, as it was read. */
  public record Chosen(OpportunityId id, long version) {
    public Chosen {
      id = Input.given(id, OpportunityId::new);
    }
  }

  /**
   * What is done with those that were chosen; exactly one of the acts is given.
   *
   * @param owner the colleague they are reassigned to
   * @param tag a tag that each of them gets
   * @param activity an activity that is planned with each of them
   */
  public record BulkForm(
      List<Chosen> chosen,
      @MaybeNull PersonId owner,
      @MaybeNull String tag,
      @MaybeNull ActivityService.ActivityForm activity) {
    public BulkForm {
      chosen = Input.given(chosen);
    }
  }

  /**
   * Does it.
   *
   * @throws NotPossible when one of them stands in the way; its number is told
   */
  @Transactional
  public void act(BulkForm typed, Actor actor) {
    Input input = new Input();
    Set<OpportunityId> seen = new HashSet<>();
    typed.chosen().forEach(one -> seen.add(one.id()));
    if (typed.chosen().isEmpty() || typed.chosen().size() > MOST) {
      input.refuse("chosen", "Choose 1 to " + MOST + " opportunities.");
    } else if (seen.size() < typed.chosen().size()) {
      input.refuse("chosen", "An opportunity is listed twice.");
    }
    int acts = count(typed.owner()) + count(typed.tag()) + count(typed.activity());
    if (acts != 1) {
      input.refuse("act", "Give one of owner, tag and activity.");
    }
    input.check();
    typed.chosen().forEach(one -> actOn(one, typed, actor));
  }

  private static int count(Object act) {
    return act == null ? 0 : 1;
  }

  private void actOn(Chosen one, BulkForm typed, Actor actor) {
    Opportunity opportunity = opportunities.editable(one.id(), actor);
    try {
      if (typed.owner() != null) {
        opportunities.reassign(one.id(), one.version(), typed.owner(), actor);
      } else if (typed.tag() != null) {
        teams.addTag(one.id(), one.version(), typed.tag(), actor);
      } else {
        opportunities.editableOpen(one.id(), actor);
        activities.plan(ActivityService.On.opportunity(one.id()), typed.activity(), actor);
      }
    } catch (NotAllowed | NotPossible | Conflict e) {
      throw new NotPossible(opportunity.number() + ": " + e.getMessage());
    }
  }
}
