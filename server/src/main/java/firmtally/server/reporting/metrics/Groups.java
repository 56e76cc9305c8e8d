package firmtally.server.reporting.metrics;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Groups the opportunities that somebody sees by a dimension, and sums measures of each group. */
@Component
public class Groups {
  private final Sql sql;

  Groups(Sql sql) {
    this.sql = sql;
  }

  /** A group with its exact sums. */
  public record Group(String key, String label, Map<String, Long> sums) {
    /** The exact sum of a measure that was asked for. */
    public long sum(Measure measure) {
      return sums.get(measure.name());
    }
  }

  /**
   * The groups in the order of the dimension, then the largest first by the first measure, then by
   * name.
   *
   * @param where to what it is narrowed; what somebody may not read is left out in any case
   */
  public List<Group> of(Dimension by, List<Measure> measures, Where where, Actor actor) {
    if (!actor.seesTeam().isEmpty()) {
      where.and(Visibility.OPPORTUNITY_READABLE);
    }
    String select =
        "SELECT "
            + by.key()
            + " AS key, MIN("
            + by.label()
            + ") AS label, "
            + measures.stream()
                .map(m -> m.sum() + " AS " + m.name())
                .collect(Collectors.joining(", "))
            + "\n";
    String order =
        "ORDER BY "
            + (by.order().isBlank() ? "" : by.order() + ", ")
            + measures.get(0).name()
            + " DESC, label";
    String text =
        select
            + OpportunityMetrics.from(select + where.sql() + order)
            + by.join()
            + where.sql()
            + "GROUP BY 1 "
            + order;
    return where
        .bind(Visibility.bind(sql.sql(text), actor))
        .query(
            (row, n) -> {
              Map<String, Long> sums = new HashMap<>();
              for (Measure measure : measures) {
                sums.put(measure.name(), row.getLong(measure.name()));
              }
              return new Group(row.getString("key"), row.getString("label"), sums);
            })
        .list();
  }
}
