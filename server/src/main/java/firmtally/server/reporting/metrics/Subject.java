package firmtally.server.reporting.metrics;

import firmtally.server.platform.web.BadInput;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * What a table tells of: records of one kind, what they are grouped by and what is summed of them.
 *
 * @param name as it is asked for
 * @param title what they are called
 * @param from where they come from, without what stands beside them
 * @param beside what may stand beside each, one of each
 * @param condition which of them count; blank for all
 * @param readable who sees one of them, as {@link firmtally.server.access.Visibility} says it
 * @param days the days that one may be narrowed by, by name; the first is the usual one
 * @param dimensions by name, in the order in which they are offered
 * @param measures by name, in the order in which they are offered
 * @param records how one of them is shown and where it leads
 */
public record Subject(
    String name,
    String title,
    String from,
    List<Beside> beside,
    String condition,
    String readable,
    Map<String, Day> days,
    Map<String, Dimension> dimensions,
    Map<String, TableMeasure> measures,
    Records records) {

  /** A day that records have. */
  public record Day(String name, String title, String expression) {}

  /**
   * How a record is shown: expressions of the kind of record that it leads to, its id and number,
   * what it is, who has it, its day and what it is worth.
   */
  public record Records(
      String kind, String id, String number, String what, String who, String day, String amount) {}

  static <T> Map<String, T> byName(List<T> all, Function<T, String> name) {
    Map<String, T> byName = new LinkedHashMap<>();
    all.forEach(one -> byName.put(name.apply(one), one));
    return byName;
  }

  /** Everything a statement reads from, with what it speaks of beside. */
  public String from(String spoken) {
    return from + Beside.of(beside, spoken);
  }

  /**
   * What is grouped by, by its name.
   *
   * @throws BadInput at a place when there is none of that name
   */
  public Dimension dimension(String at, String asked) {
    Dimension dimension = dimensions.get(asked);
    if (dimension == null) {
      throw BadInput.at(at, title + " cannot be grouped by " + asked + ".");
    }
    return dimension;
  }

  /**
   * What is shown, by its name.
   *
   * @throws BadInput when there is none of that name
   */
  public TableMeasure measure(String asked) {
    TableMeasure measure = measures.get(asked);
    if (measure == null) {
      throw BadInput.at("measures", title + " have no " + asked + ".");
    }
    return measure;
  }

  /**
   * A day by its name; the usual one for none.
   *
   * @throws BadInput when there is none of that name
   */
  public Day day(String asked) {
    if (asked.isEmpty()) {
      return days.values().iterator().next();
    }
    Day day = days.get(asked);
    if (day == null) {
      throw BadInput.at("day", title + " have no day called " + asked + ".");
    }
    return day;
  }
}
