package firmtally.server.company.tax;

import firmtally.core.money.Percent;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.TaxChangeId;
import firmtally.server.platform.ids.TaxRateId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class TaxStore {
  private final Sql sql;

  TaxStore(Sql sql) {
    this.sql = sql;
  }

  /** A tax; {@code products} carry its percent. */
  record RateRow(TaxRateId id, String name, Percent percent, boolean usual, long products) {}

  /** A change that is planned. */
  record ChangeRow(TaxChangeId id, TaxRateId rateId, LocalDate fromDay, Percent percent) {}

  List<RateRow> rates() {
    return sql.sql(
            """
            SELECT t.id, t.name, t.percent, t.usual, (SELECT count(*) FROM product p WHERE p.tax = t.percent) AS products
            FROM tax_rate t WHERE t.ended_at IS NULL ORDER BY t.usual DESC, t.percent DESC
            """)
        .query(
            (row, n) ->
                new RateRow(
                    new TaxRateId(row.getLong("id")),
                    row.getString("name"),
                    Percent.ofTenThousandths(row.getLong("percent")),
                    row.getBoolean("usual"),
                    row.getLong("products")))
        .list();
  }

  List<ChangeRow> changes() {
    return sql.sql(
            """
            SELECT id, rate_id, from_day, percent FROM tax_change
            WHERE done_at IS NULL AND withdrawn_at IS NULL ORDER BY from_day, id
            """)
        .query(
            (row, n) ->
                new ChangeRow(
                    new TaxChangeId(row.getLong("id")),
                    new TaxRateId(row.getLong("rate_id")),
                    LocalDate.parse(row.getString("from_day")),
                    Percent.ofTenThousandths(row.getLong("percent"))))
        .list();
  }

  Optional<Percent> usual() {
    return sql.sql("SELECT percent FROM tax_rate WHERE usual = 1 AND ended_at IS NULL")
        .query(Long.class)
        .optional()
        .map(Percent::ofTenThousandths);
  }

  TaxRateId insert(String name, Percent percent) {
    return sql.sql("INSERT INTO tax_rate (name, percent) VALUES (:name, :percent) RETURNING id")
        .param("name", name)
        .param("percent", percent)
        .query(TaxRateId.class)
        .single();
  }

  void rename(TaxRateId id, String name) {
    sql.sql("UPDATE tax_rate SET name = :name WHERE id = :id")
        .param("name", name)
        .param("id", id)
        .update();
  }

  void setUsual(TaxRateId id) {
    sql.sql("UPDATE tax_rate SET usual = 0 WHERE usual = 1").update();
    sql.sql("UPDATE tax_rate SET usual = 1 WHERE id = :id").param("id", id).update();
  }

  void end(TaxRateId id, Instant at) {
    sql.sql("UPDATE tax_rate SET ended_at = :at, usual = 0 WHERE id = :id")
        .param("at", at)
        .param("id", id)
        .update();
  }

  void plan(TaxRateId rate, LocalDate from, Percent percent, PersonId by) {
    sql.sql(
            """
            INSERT INTO tax_change (rate_id, from_day, percent, made_by) VALUES (:rate, :from, :percent, :by)
            """)
        .param("rate", rate)
        .param("from", from)
        .param("percent", percent)
        .param("by", by)
        .update();
  }

  int withdraw(TaxChangeId id, Instant at) {
    return sql.sql(
            "UPDATE tax_change SET withdrawn_at = :at WHERE id = :id AND done_at IS NULL AND withdrawn_at IS NULL")
        .param("at", at)
        .param("id", id)
        .update();
  }

  /** A change that was planned has come. */
  void change(ChangeRow change, Instant at) {
    sql.sql("UPDATE tax_rate SET percent = :percent WHERE id = :id")
        .param("percent", change.percent())
        .param("id", change.rateId())
        .update();
    sql.sql("UPDATE tax_change SET done_at = :at WHERE id = :id")
        .param("at", at)
        .param("id", change.id())
        .update();
  }
}
