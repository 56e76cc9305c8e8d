package firmtally.server.company;

import firmtally.server.platform.database.Sql;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class SettingsStore {
  private final Sql sql;

  SettingsStore(Sql sql) {
    this.sql = sql;
  }

  record CompanyRow(String name, String currency, String timeZone, String region) {}

  Optional<CompanyRow> find() {
    return sql.sql("SELECT name, currency, time_zone, region FROM company WHERE id = 1")
        .query(CompanyRow.class)
        .optional();
  }

  void insertCompany(String name, String currency, String timeZone) {
    sql.sql(
            "INSERT INTO company (id, name, currency, time_zone) VALUES (1, :name, :currency, :timeZone)")
        .param("name", name)
        .param("currency", currency)
        .param("timeZone", timeZone)
        .update();
  }
}
