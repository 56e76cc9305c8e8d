package firmtally.server.platform.web;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Days as people type them: {@code 2027-03-31}, {@code 31.3.2027}, {@code 31.3.} for the next such
 * day, {@code 31 Mar}, {@code 31/3/2027}, {@code +14} for so many days from today.
 */
public final class TypedDay {
  private static final Pattern POINTS =
      Pattern.compile("([0-9]{1,2})\\.\\s?([0-9]{1,2})\\.?\\s?([0-9]{4})?");
  private static final Pattern SLASHES =
      Pattern.compile("([0-9]{1,2})[/-]([0-9]{1,2})[/-]([0-9]{4})");
  private static final Pattern WORDS =
      Pattern.compile("([0-9]{1,2})\\.?\\s?(\\p{L}{3,9})\\.?\\s?([0-9]{4})?");
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
      Matcher slashes = SLASHES.matcher(text);
      if (slashes.matches()) {
        return slashes(text, slashes);
      }
      Matcher words = WORDS.matcher(text);
      if (words.matches()) {
        return words(words, today);
      }
      return LocalDate.parse(text);
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("Enter a date, for example 2027-03-31, 31.3. or +14.", e);
    }
  }

  /** Day and month, or month and day: only where one of them can be no month it is clear. */
  private static LocalDate slashes(String text, Matcher written) {
    int one = Integer.parseInt(written.group(1));
    int other = Integer.parseInt(written.group(2));
    int year = Integer.parseInt(written.group(3));
    if (one <= 12 && other <= 12 && one != other) {
      throw new IllegalArgumentException(
          "\""
              + text
              + "\" can be read in two ways; write "
              + LocalDate.of(year, other, one)
              + " or "
              + LocalDate.of(year, one, other));
    }
    return one > 12 ? LocalDate.of(year, other, one) : LocalDate.of(year, one, other);
  }

  private static LocalDate words(Matcher written, LocalDate today) {
    String name = written.group(2).toLowerCase(Locale.ROOT);
    for (Month month : Month.values()) {
      if (month.name().toLowerCase(Locale.ROOT).startsWith(name)) {
        return of(written.group(3), month.getValue(), written.group(1), today);
      }
    }
    throw new DateTimeException(name);
  }

  private static LocalDate points(Matcher written, LocalDate today) {
    return of(written.group(3), Integer.parseInt(written.group(2)), written.group(1), today);
  }

  /** Without a year it is the next such day. */
  private static LocalDate of(String year, int month, String typedDay, LocalDate today) {
    int day = Integer.parseInt(typedDay);
    if (year != null) {
      return LocalDate.of(Integer.parseInt(year), month, day);
    }
    LocalDate thisYear = LocalDate.of(today.getYear(), month, day);
    return thisYear.isBefore(today) ? thisYear.plusYears(1) : thisYear;
  }
}
