package firmtally.server.followup;

import firmtally.server.platform.events.Events;
import firmtally.server.platform.events.Soon;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Has the rules look at what happened, soon after it did. Each time that one fires is an act of its
 * own: done whole, or not at all with the reason in the log of the rules.
 */
@Component
class FollowUpRunner implements DueWork, DisposableBean {
  private static final Logger LOG = LoggerFactory.getLogger(FollowUpRunner.class);
  private static final int AT_ONCE = 200;

  /** So far a rule may be behind for nothing before it is written down where it is. */
  private static final int NEAR = 500;

  private final FollowUpStore store;
  private final RuleActions actions;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final Soon soon = new Soon("follow-up rules", this::look);

  FollowUpRunner(
      FollowUpStore store,
      RuleActions actions,
      TransactionTemplate transaction,
      Events events,
      Clock clock) {
    this.store = store;
    this.actions = actions;
    this.transaction = transaction;
    this.clock = clock;
    events.afterChanges(soon::wake);
  }

  /** One look at a time: what is due and what has just happened may come together. */
  private synchronized void look() {
    try {
      long last = store.last();
      store.behind(last).forEach(rule -> look(rule, last));
    } catch (RuntimeException e) {
      LOG.error("follow-up rules did not look; it is tried again", e);
    }
  }

  private void look(FollowUpRule rule, long last) {
    List<FollowUpStore.Happened> happened = store.happened(rule, rule.lookedTo(), last, AT_ONCE);
    happened.forEach(one -> fire(rule, one));
    boolean isMore = happened.size() == AT_ONCE;
    long to = isMore ? happened.get(AT_ONCE - 1).place() : last;
    if (!happened.isEmpty() || to - rule.lookedTo() > NEAR) {
      transaction.executeWithoutResult(s -> store.setLookedTo(rule.id(), to));
    }
    if (isMore) {
      soon.wake();
    }
  }

  private void fire(FollowUpRule rule, FollowUpStore.Happened one) {
    try {
      transaction.executeWithoutResult(
          s -> {
            if (store.isFirst(rule.id(), one, clock.instant())) {
              store.setDone(rule.id(), one.place(), actions.run(rule, one), false);
            }
          });
    } catch (RuntimeException e) {
      boolean isExpected =
          e instanceof NotPossible || e instanceof BadInput || e instanceof NotThere;
      if (!isExpected) {
        LOG.error("follow-up rule {} failed on {}", rule.name(), one.number(), e);
      }
      String why = isExpected ? e.getMessage() : "It failed; the application's log says why.";
      transaction.executeWithoutResult(
          s -> {
            if (store.isFirst(rule.id(), one, clock.instant())) {
              store.setDone(rule.id(), one.place(), why, true);
            }
          });
    }
  }

  @Override
  public String job() {
    return "follow-up rules";
  }

  @Override
  public void run(LocalDate today) {
    look();
  }

  @Override
  public void destroy() {
    soon.close();
  }
}
