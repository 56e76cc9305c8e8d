package firmtally.server.pipeline.activity;

import firmtally.server.access.Actor;
import firmtally.server.platform.ids.ActivityId;

/** Hears of activities that were put to another day, time or subject, in the act that does it. */
public interface ActivityMoved {
  /** One was moved. */
  void moved(ActivityId id, Actor actor);
}
