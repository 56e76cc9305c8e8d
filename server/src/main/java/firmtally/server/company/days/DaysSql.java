package firmtally.server.company.days;

/** The days of the settings as pieces of SQL; they ask for {@code :today}. */
public final class DaysSql {
  /** Whoever was not in contact since then is silent. */
  public static final String SILENT_SINCE =
      "(SELECT date(:today, '-' || wd.silent || ' days') FROM working_days wd)";

  /** Quotes that expire until then are named. */
  public static final String EXPIRING_UNTIL =
      "(SELECT date(:today, '+' || wd.expiring || ' days') FROM working_days wd)";

  private DaysSql() {}
}
