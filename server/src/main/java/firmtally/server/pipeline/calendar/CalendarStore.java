package firmtally.server.pipeline.calendar;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import java.time.LocalDate;
import java.util.List;
import java.util.function.LongFunction;
import org.springframework.stereotype.Repository;

@Repository
class CalendarStore {
  private static final String CLOSES =
      """
      SELECT o.id, o.number, o.title, a.name AS account, p.name AS owner, o.expected_close AS day, o.value
      FROM opportunity o JOIN account a ON a.id = o.account_id JOIN person p ON p.id = o.owner_id
      WHERE o.state = 'open' AND o.expected_close BETWEEN :from AND :to AND (:person = 0 OR o.owner_id = :person)
        AND (:team = '' OR p.team = :team)
        AND
      """
          + Visibility.OPPORTUNITY_READABLE
          + " ORDER BY o.expected_close, o.value DESC, o.id LIMIT :most";
  private final Sql sql;

  CalendarStore(Sql sql) {
    this.sql = sql;
  }

  List<CalendarController.Closing> closes(
      LocalDate from,
      LocalDate to,
      PersonId person,
      String team,
      int most,
      Actor actor,
      LongFunction<String> amounts) {
    return Visibility.bind(sql.sql(CLOSES), actor)
        .param("from", from.toString())
        .param("to", to.toString())
        .param("person", person)
        .param("team", team)
        .param("most", most)
        .query(
            (row, n) ->
                new CalendarController.Closing(
                    new OpportunityId(row.getLong("id")),
                    row.getString("number"),
                    row.getString("title"),
                    row.getString("account"),
                    row.getString("owner"),
                    Columns.day(row, "day"),
                    amounts.apply(row.getLong("value"))))
        .list();
  }
}
