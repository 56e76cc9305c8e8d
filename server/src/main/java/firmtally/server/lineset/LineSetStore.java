package firmtally.server.lineset;

import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class LineSetStore {
  private static final String COLUMNS =
      "SELECT id, kind, code, name, typed, retired, version FROM line_set";
  private final Sql sql;

  LineSetStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      long id,
      String kind,
      String code,
      String name,
      String typed,
      boolean retired,
      long version) {}

  List<Row> list(boolean withRetired) {
    return sql.sql(COLUMNS + " WHERE retired = 0 OR :all ORDER BY retired, kind, name, id")
        .param("all", withRetired)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(long id) {
    return sql.sql(COLUMNS + " WHERE id = :id").param("id", id).query(Row.class).optional();
  }

  Optional<Row> findByCode(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code").param("code", code).query(Row.class).optional();
  }

  long insert(String kind, String code, String name, String typed) {
    return sql.sql(
            """
            INSERT INTO line_set (kind, code, name, typed) VALUES (:kind, :code, :name, :typed)
            RETURNING id
            """)
        .param("kind", kind)
        .param("code", code)
        .param("name", name)
        .param("typed", typed)
        .query(Long.class)
        .single();
  }

  int update(Row row) {
    return sql.sql(
            """
            UPDATE line_set SET code = :code, name = :name, typed = :typed, retired = :retired,
              version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("code", row.code())
        .param("name", row.name())
        .param("typed", row.typed())
        .param("retired", row.retired())
        .param("id", row.id())
        .param("version", row.version())
        .update();
  }
}
