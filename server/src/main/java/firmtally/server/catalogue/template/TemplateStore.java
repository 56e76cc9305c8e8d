package firmtally.server.catalogue.template;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.TemplateId;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class TemplateStore {
  private static final String COLUMNS =
      "SELECT id, kind, code, name, typed, deactivated, version FROM template";
  private final Sql sql;

  TemplateStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      TemplateId id,
      String kind,
      String code,
      String name,
      String typed,
      boolean deactivated,
      long version) {}

  List<Row> list(boolean withDeactivated) {
    return sql.sql(COLUMNS + " WHERE deactivated = 0 OR :all ORDER BY deactivated, kind, name, id")
        .param("all", withDeactivated)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(TemplateId id) {
    return sql.sql(COLUMNS + " WHERE id = :id").param("id", id).query(Row.class).optional();
  }

  Optional<Row> findByCode(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code").param("code", code).query(Row.class).optional();
  }

  TemplateId insert(String kind, String code, String name, String typed) {
    return sql.sql(
            """
            INSERT INTO template (kind, code, name, typed) VALUES (:kind, :code, :name, :typed)
            RETURNING id
            """)
        .param("kind", kind)
        .param("code", code)
        .param("name", name)
        .param("typed", typed)
        .query(TemplateId.class)
        .single();
  }

  int update(Row row) {
    return sql.sql(
            """
            UPDATE template SET code = :code, name = :name, typed = :typed, deactivated = :deactivated,
              version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("code", row.code())
        .param("name", row.name())
        .param("typed", row.typed())
        .param("deactivated", row.deactivated())
        .param("id", row.id())
        .param("version", row.version())
        .update();
  }
}
