package firmtally.server.reporting.table;

import firmtally.server.platform.web.MaybeNull;

/**
 * What a table is to show, as it stands in the address of the screen and in what was saved. Null or
 * blank is the usual.
 *
 * @param subject whose records, such as {@code opportunities}
 * @param rows one or two dimensions, between commas
 * @param columns none, one or two dimensions, between commas
 * @param measures one to six measures, between commas
 * @param filter what it is narrowed to: {@code owner:5,6;state:open}, each key as in an address
 * @param day which day of the records {@code from} and {@code to} speak of
 * @param period a time that moves along with the day, such as {@code quarter} or {@code
 *     last-12-months}
 * @param from first day, where there is no such time
 * @param to last day, where there is no such time
 * @param show value, share (of the column's total), running (total) or before (against the period
 *     before)
 * @param sort a measure or {@code name}, with a minus for the other way round; {@code
 *     value@2027-03} by one column
 * @param after where the next page of records begins
 */
public record TableQuery(
    @MaybeNull String subject,
    @MaybeNull String rows,
    @MaybeNull String columns,
    @MaybeNull String measures,
    @MaybeNull String filter,
    @MaybeNull String day,
    @MaybeNull String period,
    @MaybeNull String from,
    @MaybeNull String to,
    @MaybeNull String show,
    @MaybeNull String sort,
    @MaybeNull String after) {

  static String text(String value) {
    return value == null ? "" : value.strip();
  }
}
