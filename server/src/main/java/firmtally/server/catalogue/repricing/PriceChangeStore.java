package firmtally.server.catalogue.repricing;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.PriceChangeId;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class PriceChangeStore {
  private static final String COLUMNS =
      """
      SELECT c.id, c.at, p.name AS person, c.words, c.prices, c.taken_back_at
      FROM price_change c JOIN person p ON p.id = c.person_id
      """;
  private final Sql sql;

  PriceChangeStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      PriceChangeId id,
      Instant at,
      String person,
      String words,
      String prices,
      @MaybeNull String takenBackAt) {}

  List<Row> list(int most) {
    return sql.sql(COLUMNS + " ORDER BY c.id DESC LIMIT :most")
        .param("most", most)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(PriceChangeId id) {
    return sql.sql(COLUMNS + " WHERE c.id = :id").param("id", id).query(Row.class).optional();
  }

  PriceChangeId insert(Instant at, PersonId person, String words, String prices) {
    return sql.sql(
            """
            INSERT INTO price_change (at, person_id, words, prices)
            VALUES (:at, :person, :words, :prices) RETURNING id
            """)
        .param("at", at)
        .param("person", person)
        .param("words", words)
        .param("prices", prices)
        .query(PriceChangeId.class)
        .single();
  }

  int setTakenBack(PriceChangeId id, Instant at) {
    return sql.sql(
            "UPDATE price_change SET taken_back_at = :at WHERE id = :id AND taken_back_at IS NULL")
        .param("at", at)
        .param("id", id)
        .update();
  }
}
