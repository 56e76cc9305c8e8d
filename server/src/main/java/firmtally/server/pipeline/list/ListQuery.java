package firmtally.server.pipeline.list;

import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.MaybeNull;

/**
 * What the list of opportunities is narrowed to; null or blank is any. The same words stand in the
 * address of the screen, in kept views and here.
 *
 * @param state open, paused, won, lost, or all
 * @param owner a person's id
 * @param process a process's id, or the kind of one: new, renewal
 * @param own what stands in own fields: field, sign and value, as {@code 3=Dairy|7>=100}
 * @param attention no-activity-planned, no-contact, close-moved-back, past-expected-close,
 *     over-usual-days, or any of them
 * @param from first day of expected close (for what is won or lost: of the day it was closed)
 * @param q words of which each begins one in the number, the title or the account's name
 * @param sort close, value, title, account, stage, owner, age or touched; -value is the other way
 * @param group what the rows are grouped by
 * @param key the group to which the rows are narrowed
 * @param then what the rows of a group are grouped by once more
 * @param thenKey the group within {@code key} to which the rows are narrowed
 */
public record ListQuery(
    @MaybeNull String state,
    @MaybeNull PersonId owner,
    @MaybeNull String team,
    @MaybeNull String process,
    @MaybeNull StageId stage,
    @MaybeNull AccountId account,
    @MaybeNull String tag,
    @MaybeNull String competitor,
    @MaybeNull String priority,
    @MaybeNull String interest,
    @MaybeNull String business,
    @MaybeNull String source,
    @MaybeNull String campaign,
    @MaybeNull String own,
    @MaybeNull String attention,
    @MaybeNull String from,
    @MaybeNull String to,
    @MaybeNull String q,
    @MaybeNull String sort,
    @MaybeNull String group,
    @MaybeNull String key,
    @MaybeNull String then,
    @MaybeNull String thenKey,
    @MaybeNull String after) {
  /** Whether the groups within one group are asked for. */
  boolean isWithin() {
    return key != null && then != null && !then.isBlank();
  }

  boolean isClosed() {
    return "won".equals(state) || "lost".equals(state);
  }
}
