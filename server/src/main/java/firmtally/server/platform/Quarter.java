package firmtally.server.platform;

import java.time.LocalDate;

/** Three months of a year, from the first of January, April, July or October. */
public record Quarter(LocalDate first) {
  private static final int MONTHS = 3;

  /** The quarter that a day lies in: 15 March lies in the one of 1 January. */
  public static Quarter of(LocalDate day) {
    return new Quarter(
        LocalDate.of(day.getYear(), (day.getMonthValue() - 1) / MONTHS * MONTHS + 1, 1));
  }

  /** Its last day. */
  public LocalDate last() {
    return first.plusMonths(MONTHS).minusDays(1);
  }

  /** The one so many later; below 0, earlier. */
  public Quarter plus(int quarters) {
    return new Quarter(first.plusMonths((long) MONTHS * quarters));
  }
}
