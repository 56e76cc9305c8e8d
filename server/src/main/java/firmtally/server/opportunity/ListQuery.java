package firmtally.server.opportunity;

import firmtally.server.platform.MaybeNull;

/**
 * What the list of opportunities is narrowed to; null or blank is any. The same words stand in the
 * address of the screen, in kept views and here.
 *
 * @param state open, paused, won, lost, or all
 * @param owner a person's id
 * @param path a path's id, or the kind of one: new, renewal
 * @param fault no-next-step, silent, slipped, past-close, over-time, or any of them
 * @param from first day of expected close (for what is won or lost: of the day it was closed)
 * @param q words of which each begins one in the number, the title or the account's name
 * @param sort close, value, title, account, stage, owner, age or touched; -value is the other way
 * @param group what the rows are gathered by
 * @param key the group to which the rows are narrowed
 */
public record ListQuery(
    @MaybeNull String state,
    @MaybeNull Long owner,
    @MaybeNull String team,
    @MaybeNull String path,
    @MaybeNull Long stage,
    @MaybeNull Long account,
    @MaybeNull String tag,
    @MaybeNull String competitor,
    @MaybeNull String priority,
    @MaybeNull String interest,
    @MaybeNull String business,
    @MaybeNull String source,
    @MaybeNull String campaign,
    @MaybeNull String fault,
    @MaybeNull String from,
    @MaybeNull String to,
    @MaybeNull String q,
    @MaybeNull String sort,
    @MaybeNull String group,
    @MaybeNull String key,
    @MaybeNull String after) {
  static ListQuery ofAccount(long account) {
    return new ListQuery(
        "all", null, null, null, null, account, null, null, null, null, null, null, null, null,
        null, null, null, "-close", null, null, null);
  }

  /** The same of what is open on a path; order, groups and pages are the list's. */
  ListQuery onSheet(long pathId) {
    return new ListQuery(
        "open",
        owner,
        team,
        String.valueOf(pathId),
        stage,
        account,
        tag,
        competitor,
        priority,
        interest,
        business,
        source,
        campaign,
        fault,
        from,
        to,
        q,
        null,
        null,
        null,
        null);
  }

  boolean isClosed() {
    return "won".equals(state) || "lost".equals(state);
  }
}
