package firmtally.server.platform.web;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Days as people type them: {@code 2027-03-31}, {@code 31.3.2027}, {@code 31.3.} for the next such
 * day, {@code +14} for so many days from today.
 */
public final class TypedDay {
  private static final Pattern POINTS =
      Pattern.compile("([0-9]{1,2})\\.\\s?([0-9]{1,2})\\.?\\s?([0-9]{4})?");
  private static final Pattern FROM_TODAY = Pattern.compile("\\+\\s?([0-9]{1,4})");

  private TypedDay() {}

  /**
   * The day that was typed.
   *
   * @throws IllegalArgumentException when it is none
   */
  public static LocalDate parse(String typed, LocalDate today) {
    String text = typed.strip();
    try {
      Matcher ahead = FROM_TODAY.matcher(text);
      if (ahead.matches()) {
        return today.plusDays(Long.parseLong(ahead.group(1)));
      }
      Matcher points = POINTS.matcher(text);
      if (points.matches()) {
        return points(points, today);
      }
      return LocalDate.parse(text);
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("Enter a date, for example 2027-03-31, 31.3. or +14.", e);
    }
  }

  private static LocalDate points(Matcher written, LocalDate today) {
    int day = Integer.parseInt(written.group(1));
    int month = Integer.parseInt(written.group(2));
    if (written.group(3) != null) {
      return LocalDate.of(Integer.parseInt(written.group(3)), month, day);
    }
    LocalDate thisYear = LocalDate.of(today.getYear(), month, day);
    return thisYear.isBefore(today) ? thisYear.plusYears(1) : thisYear;
  }
}
