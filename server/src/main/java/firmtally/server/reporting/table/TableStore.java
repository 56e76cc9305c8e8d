package firmtally.server.reporting.table;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.reporting.metrics.Dimension;
import firmtally.server.reporting.metrics.Measure;
import firmtally.server.reporting.metrics.Subject;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Repository;

/** The groups of a table, and the records behind one of its figures. */
@Repository
class TableStore {
  private final Sql sql;

  TableStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * A group with its exact sums.
   *
   * @param orders by what each level is sorted before its sums; 0 where it is by nothing
   */
  record Group(String[] keys, String[] labels, long[] orders, long[] sums) {}

  /** The groups of what somebody sees, by all of these dimensions at once. */
  List<Group> groups(
      TablePlan plan, List<Dimension> by, List<Measure> sums, LocalDate today, Actor actor) {
    Where where = readable(plan, today, actor);
    List<String> select = new ArrayList<>();
    List<String> keys = new ArrayList<>();
    for (int i = 0; i < by.size(); i++) {
      Dimension d = by.get(i);
      select.add(d.key() + " AS k" + i);
      keys.add(Integer.toString(i + 1));
    }
    for (int i = 0; i < by.size(); i++) {
      Dimension d = by.get(i);
      if (hasLabel(d)) {
        select.add("MIN(" + d.label() + ") AS l" + i);
      }
      if (hasOrder(d)) {
        select.add(d.order() + " AS o" + i);
      }
    }
    for (int i = 0; i < sums.size(); i++) {
      select.add(sums.get(i).sum() + " AS m" + i);
    }
    String head = "SELECT " + String.join(", ", select) + "\n";
    String spoken = head + where.sql();
    String text =
        head
            + plan.subject().from(spoken)
            + TablePlan.joins(by)
            + where.sql()
            + (keys.isEmpty() ? "" : "GROUP BY " + String.join(", ", keys));
    return where
        .bind(Visibility.bind(sql.sql(text), actor))
        .query(
            (row, n) -> {
              Group group =
                  new Group(
                      new String[by.size()],
                      new String[by.size()],
                      new long[by.size()],
                      new long[sums.size()]);
              for (int i = 0; i < by.size(); i++) {
                String key = row.getString(i + 1);
                group.keys()[i] = key == null ? "" : key;
              }
              int at = by.size();
              for (int i = 0; i < by.size(); i++) {
                group.labels()[i] = group.keys()[i];
                if (hasLabel(by.get(i))) {
                  at++;
                  group.labels()[i] = row.getString(at);
                }
                if (hasOrder(by.get(i))) {
                  at++;
                  group.orders()[i] = row.getLong(at);
                }
              }
              for (int i = 0; i < sums.size(); i++) {
                group.sums()[i] = row.getLong(at + i + 1);
              }
              return group;
            })
        .list();
  }

  private static boolean hasLabel(Dimension d) {
    return !d.label().equals(d.key());
  }

  private static boolean hasOrder(Dimension d) {
    return !d.order().isBlank() && !d.kind().isDate();
  }

  private static Where readable(TablePlan plan, LocalDate today, Actor actor) {
    Where where = plan.where().with("today", today);
    return actor.seesTeam().isEmpty() ? where : where.and(plan.subject().readable());
  }

  /** A record behind a figure. */
  record Row(
      String kind, RecordId id, String number, String what, String who, String day, long amount) {}

  /** The records, the most first. */
  List<Row> records(TablePlan plan, long skip, int most, LocalDate today, Actor actor) {
    Where where = readable(plan, today, actor);
    Subject.Records r = plan.subject().records();
    String kind = r.kind().matches("[a-z]+") ? "'" + r.kind() + "'" : r.kind();
    String head =
        "SELECT "
            + kind
            + " AS kind, "
            + r.id()
            + " AS id, "
            + r.number()
            + " AS number, "
            + r.what()
            + " AS what, "
            + r.who()
            + " AS who, "
            + r.day()
            + " AS day, "
            + r.amount()
            + " AS amount\n";
    String text =
        head
            + plan.subject().from(head + where.sql())
            + where.sql()
            + "ORDER BY amount DESC, day, id LIMIT :most OFFSET :skip";
    return where
        .bind(Visibility.bind(sql.sql(text), actor))
        .param("most", most)
        .param("skip", skip)
        .query(Row.class)
        .list();
  }
}
