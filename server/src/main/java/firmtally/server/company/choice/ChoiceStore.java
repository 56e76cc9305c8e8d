package firmtally.server.company.choice;

import firmtally.server.platform.database.Sql;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

@Repository
class ChoiceStore {
  private static final JsonMapper JSON = new JsonMapper();
  private final Sql sql;

  ChoiceStore(Sql sql) {
    this.sql = sql;
  }

  /** A word, how many records have it, and whether it is offered. */
  record ChoiceRow(String value, long used, boolean offered) {}

  /** Those that are offered, in their order, and behind them those that are only in use. */
  List<ChoiceRow> list(ChoiceList list) {
    String used =
        list.columns().stream()
            .map(
                column ->
                    "SELECT "
                        + name(column)
                        + " AS value FROM "
                        + table(column)
                        + " WHERE "
                        + name(column)
                        + " <> ''"
                        + only(column))
            .collect(Collectors.joining(" UNION ALL "));
    return sql.sql(
            """
            WITH used AS (SELECT value, count(*) AS n FROM (%s) GROUP BY value)
            SELECT c.value, COALESCE(u.n, 0) AS used, TRUE AS offered, c.position
            FROM choice c LEFT JOIN used u ON u.value = c.value COLLATE NOCASE WHERE c.list = :list
            UNION ALL
            SELECT u.value, u.n, FALSE, 1000000 FROM used u
            WHERE NOT EXISTS (SELECT 1 FROM choice c WHERE c.list = :list AND c.value = u.value)
            ORDER BY 4, 1
            """
                .formatted(used))
        .param("list", list.word())
        .query(
            (row, n) ->
                new ChoiceRow(
                    row.getString("value"), row.getLong("used"), row.getBoolean("offered")))
        .list();
  }

  private static String table(String column) {
    return column.substring(0, column.indexOf('.'));
  }

  private static String name(String column) {
    return column.substring(column.indexOf('.') + 1);
  }

  /** Columns that hold something else too. */
  private static String only(String column) {
    return switch (column) {
      case "price_rule.for_whom" -> " AND scope = 'group'";
      case "opportunity.reason" -> " AND state = 'lost'";
      case "enquiry_row.reason" -> " AND state = 'not-pursued'";
      default -> "";
    };
  }

  void clear(ChoiceList list) {
    sql.sql("DELETE FROM choice WHERE list = :list").param("list", list.word()).update();
  }

  void insert(ChoiceList list, String value, int position) {
    sql.sql("INSERT INTO choice (list, value, position) VALUES (:list, :value, :position)")
        .param("list", list.word())
        .param("value", value)
        .param("position", position)
        .update();
  }

  /**
   * Whoever has a word has another one for it: all of them in one statement, so that two may change
   * places. A record that has a version is another one then, for whoever has it open.
   *
   * @param words what each is from now on, by what it was
   */
  int rename(ChoiceList list, Map<String, String> words) {
    int changed = 0;
    for (String column : list.columns()) {
      String versioned = list.hasVersion(column) ? ", version = version + 1" : "";
      changed +=
          sql.sql(
                  """
                  UPDATE <table> SET <column> =
                    (SELECT w.value FROM json_each(:words) w WHERE w.key = <column> COLLATE NOCASE)<versioned>
                  WHERE <column> COLLATE NOCASE IN (SELECT w.key FROM json_each(:words) w)<only>
                  """
                      .replace("<table>", table(column))
                      .replace("<column>", name(column))
                      .replace("<versioned>", versioned)
                      .replace("<only>", only(column)))
              .param("words", JSON.writeValueAsString(words))
              .update();
    }
    return changed;
  }
}
