package firmtally.server.reporting.table;

import firmtally.server.platform.web.BadInput;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** A time that moves along with the day, so that what was saved tells of today's quarter. */
enum Period {
  MONTH(1, 0),
  QUARTER(3, 0),
  YEAR(12, 0),
  LAST_MONTH(1, -1),
  LAST_QUARTER(3, -1),
  LAST_YEAR(12, -1),
  NEXT_MONTH(1, 1),
  NEXT_QUARTER(3, 1),
  /** The running month and the eleven before it. */
  LAST_12_MONTHS(0, 0),
  LAST_30_DAYS(0, 0);

  private static final int MONTHS = 12;
  private static final int DAYS = 30;
  private final int months;
  private final int away;

  Period(int months, int away) {
    this.months = months;
    this.away = away;
  }

  private String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * One by its word, such as {@code last-quarter}; blank is none.
   *
   * @throws BadInput when there is none of that word
   */
  static Optional<Period> of(String word) {
    if (word.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        Arrays.stream(values())
            .filter(p -> p.word().equals(word))
            .findFirst()
            .orElseThrow(
                () ->
                    BadInput.at(
                        "period",
                        "Choose one of "
                            + Arrays.stream(values())
                                .map(Period::word)
                                .collect(Collectors.joining(", "))
                            + ".")));
  }

  LocalDate from(LocalDate today) {
    return switch (this) {
      case LAST_12_MONTHS -> today.withDayOfMonth(1).minusMonths(MONTHS - 1L);
      case LAST_30_DAYS -> today.minusDays(DAYS - 1L);
      default ->
          LocalDate.of(today.getYear(), (today.getMonthValue() - 1) / months * months + 1, 1)
              .plusMonths((long) away * months);
    };
  }

  LocalDate to(LocalDate today) {
    return switch (this) {
      case LAST_12_MONTHS -> today.withDayOfMonth(1).plusMonths(1).minusDays(1);
      case LAST_30_DAYS -> today;
      default -> from(today).plusMonths(months).minusDays(1);
    };
  }
}
