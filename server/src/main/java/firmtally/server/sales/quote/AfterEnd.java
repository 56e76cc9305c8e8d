package firmtally.server.sales.quote;

import firmtally.server.pipeline.activity.ActivityService;
import org.springframework.stereotype.Component;

/** What goes with a quote that is no longer with the customer. */
@Component
class AfterEnd {
  private final ActivityService activities;

  AfterEnd(ActivityService activities) {
    this.activities = activities;
  }

  /** What the follow-up of a quote is called. */
  static String followUp(Quote quote) {
    return "Follow up quote " + quote.called();
  }

  /** A quote was answered, superseded, withdrawn or ordered: nobody has to follow it up. */
  void ended(Quote quote) {
    activities.closePlannedBySystem(
        quote.opportunityId(), followUp(quote), "The quote was answered or replaced.");
  }
}
