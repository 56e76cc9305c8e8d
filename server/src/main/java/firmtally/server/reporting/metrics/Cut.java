package firmtally.server.reporting.metrics;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;

/**
 * Which opportunities {@code o} of owners {@code p} a report looks at, of those that somebody sees.
 * Null or blank is all.
 */
public record Cut(PersonId owner, String team, ProcessId process, String source, String campaign) {
  /** All that somebody sees. */
  public static final Cut ALL = new Cut(null, null, null, null, null);

  /** Narrows to it. */
  public Where where(Actor actor) {
    return and(new Where(), actor);
  }

  /** Narrows further, to it. */
  public Where and(Where where, Actor actor) {
    if (!actor.seesTeam().isEmpty()) {
      where.and(Visibility.OPPORTUNITY_READABLE);
    }
    if (owner != null) {
      where.and("o.owner_id = :cutOwner", "cutOwner", owner);
    }
    if (process != null) {
      where.and("o.process_id = :cutProcess", "cutProcess", process);
    }
    return where
        .maybe("p.team = :cutTeam", "cutTeam", team)
        .maybe("o.source = :cutSource", "cutSource", source)
        .maybe("o.campaign = :cutCampaign", "cutCampaign", campaign);
  }
}
