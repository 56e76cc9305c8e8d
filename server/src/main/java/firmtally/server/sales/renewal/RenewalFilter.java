package firmtally.server.sales.renewal;

import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.Optional;

/**
 * Which agreements are meant; blank is any.
 *
 * @param from the first month of ending, such as {@code 2027-05}
 * @param to the last month of ending
 * @param family that one of their lines is of
 * @param group of prices of their customer
 * @param owner of the deal
 * @param status {@code open}, {@code contacted}, {@code quoted}, {@code renewed}, {@code
 *     not-renewed}
 * @param risk {@code true} for only those at risk
 * @param text in number or customer
 */
public record RenewalFilter(
    @MaybeNull String from,
    @MaybeNull String to,
    @MaybeNull String family,
    @MaybeNull String group,
    @MaybeNull PersonId owner,
    @MaybeNull String status,
    @MaybeNull String risk,
    @MaybeNull String text) {
  /** This month, and the twelve after it: what is ordered today for a year is among them. */
  static final int MONTHS = 13;

  /**
   * The days of ending that are meant: this month and the twelve after it where nothing is said.
   *
   * @param late whether what ended before and was never answered is meant too
   */
  record Days(LocalDate from, LocalDate to, boolean late) {}

  Days days(LocalDate today) {
    Input input = new Input();
    YearMonth first = month(input, "from", from).orElse(YearMonth.from(today));
    YearMonth last = month(input, "to", to).orElse(first.plusMonths(MONTHS - 1L));
    if (input.problems().isEmpty() && last.isBefore(first)) {
      input.refuse("to", "Enter a month from the first one on.");
    }
    input.check();
    return new Days(first.atDay(1), last.atEndOfMonth(), blank(from).isEmpty());
  }

  private static Optional<YearMonth> month(Input input, String at, String typed) {
    if (typed == null || typed.isBlank()) {
      return Optional.empty();
    }
    try {
      return Optional.of(YearMonth.parse(typed.strip()));
    } catch (DateTimeParseException e) {
      input.refuse(at, "Enter a month, for example 2027-05.");
      return Optional.empty();
    }
  }

  static String blank(@MaybeNull String typed) {
    return typed == null ? "" : typed.strip();
  }
}
