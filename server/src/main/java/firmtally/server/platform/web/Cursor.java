package firmtally.server.platform.web;

import firmtally.server.platform.ids.Id;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a page of a list goes on: after a key, by which the list is sorted, and among equal keys
 * after an id.
 */
public record Cursor(String key, long id) {
  /** After a record, by the key that it has. */
  public Cursor(String key, Id id) {
    this(key, id.value());
  }

  /** After a record of a list that is sorted by a whole number. */
  public Cursor(long key, Id id) {
    this(Long.toString(key), id.value());
  }

  private static final Pattern WRITTEN = Pattern.compile("([0-9]{1,18})\\|(.*)", Pattern.DOTALL);
  private static final Pattern ID = Pattern.compile("[0-9]{1,18}");
  private static final Cursor START = new Cursor("", 0);

  /**
   * A cursor as the page before gave it, such as {@code 42|2027-03-01}; blank is the start.
   *
   * @throws BadInput when it is none
   */
  public static Cursor of(String text) {
    if (text == null || text.isBlank()) {
      return START;
    }
    Matcher written = WRITTEN.matcher(text);
    if (!written.matches()) {
      throw nowhere();
    }
    return new Cursor(written.group(2), Long.parseLong(written.group(1)));
  }

  /**
   * The key of a list that is sorted by a whole number.
   *
   * @throws BadInput when it is none
   */
  public long number() {
    try {
      return Long.parseLong(key);
    } catch (NumberFormatException e) {
      throw nowhere();
    }
  }

  /** Where a list goes on that is asked for by how many of it were shown. */
  public static Cursor skipping(long shown, Id last) {
    return new Cursor(shown, last);
  }

  /**
   * How many of such a list were shown; blank is none.
   *
   * @throws BadInput when it is no such place
   */
  public static long skipped(String text) {
    Cursor after = of(text);
    return after.isStart() ? 0 : after.number();
  }

  /** Whether it is where a list begins. */
  public boolean isStart() {
    return equals(START);
  }

  /**
   * The id at which a list that is sorted by ids goes on.
   *
   * @throws BadInput when it is none
   */
  static long idOf(String text) {
    if (!ID.matcher(text).matches()) {
      throw nowhere();
    }
    return Long.parseLong(text);
  }

  private static BadInput nowhere() {
    return BadInput.at(
        "after", "This page token is not valid; use the one the previous page returned.");
  }

  /** As {@link #of} reads it. */
  @Override
  public String toString() {
    return id + "|" + key;
  }
}
