package firmtally.server.worksheet;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.server.platform.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Repository;

@Repository
class WorksheetStore {
  private static final String LINES =
      """
      SELECT line_id, product, description, family, list_price, unit_cost, tax, quantity, discount, own_price, gift,
             optional, alternative_set, chosen, every_months, term_months
      FROM worksheet_line WHERE worksheet_id = :id ORDER BY position
      """;
  private static final String INSERT_LINE =
      """
      INSERT INTO worksheet_line (worksheet_id, position, line_id, product, description, family, list_price, unit_cost,
        tax, quantity, discount, own_price, gift, optional, alternative_set, chosen, every_months, term_months, final, cost)
      VALUES (:sheet, :position, :id, :product, :description, :family, :list, :unitCost, :tax, :quantity, :discount,
        :own, :gift, :optional, :set, :chosen, :every, :term, :final, :cost)
      """;
  private static final String UPDATE =
      """
      UPDATE worksheet SET discount_kind = :kind, discount = :discount, list = :list, contract = :contract,
        cost = :cost, monthly = :monthly, invoice_total = :invoice, sign_off_role = :role, version = version + 1
      WHERE id = :id AND version = :version AND agreed IS NULL
      """;

  private final Sql sql;
  private final NamedParameterJdbcTemplate batches;

  WorksheetStore(Sql sql, NamedParameterJdbcTemplate batches) {
    this.sql = sql;
    this.batches = batches;
  }

  record SheetRow(
      long id, String currency, String discountKind, Long discount, String agreed, long version) {}

  Optional<SheetRow> find(long id) {
    return sql.sql(
            "SELECT id, currency, discount_kind, discount, agreed, version FROM worksheet WHERE id = :id")
        .param("id", id)
        .query(SheetRow.class)
        .optional();
  }

  List<LineForm> lines(long id) {
    return sql.sql(LINES).param("id", id).query(WorksheetStore::form).list();
  }

  long insert(String currency) {
    return sql.sql("INSERT INTO worksheet (currency) VALUES (:currency) RETURNING id")
        .param("currency", currency)
        .query(Long.class)
        .single();
  }

  int update(long id, long version, Tally tally, Optional<String> signOffRole) {
    Optional<DocumentDiscount> discount = tally.worksheet().documentDiscount();
    return sql.sql(UPDATE)
        .param("id", id)
        .param("version", version)
        .param("kind", discount.map(WorksheetStore::kind).orElse(null))
        .param("discount", discount.map(WorksheetStore::number).orElse(null))
        .param("list", tally.totals().list().getAmountMinorLong())
        .param("contract", tally.totals().contract().getAmountMinorLong())
        .param("cost", tally.totals().cost().getAmountMinorLong())
        .param("monthly", tally.totals().recurringMonthly().getAmountMinorLong())
        .param("invoice", tally.totals().firstInvoice().total().getAmountMinorLong())
        .param("role", signOffRole.orElse(null))
        .update();
  }

  void replaceLines(long sheet, List<LineForm> forms, List<LineTally> tallies) {
    sql.sql("DELETE FROM worksheet_line WHERE worksheet_id = :id").param("id", sheet).update();
    MapSqlParameterSource[] rows = new MapSqlParameterSource[forms.size()];
    for (int i = 0; i < rows.length; i++) {
      rows[i] = row(sheet, i, forms.get(i), tallies.get(i));
    }
    batches.batchUpdate(INSERT_LINE, rows);
  }

  void lock(long id, String agreed) {
    sql.sql("UPDATE worksheet SET agreed = :agreed, version = version + 1 WHERE id = :id")
        .param("agreed", agreed)
        .param("id", id)
        .update();
  }

  private static MapSqlParameterSource row(long sheet, int position, LineForm form, LineTally t) {
    Line line = t.line();
    boolean isInline = line.item().code().isEmpty();
    return new MapSqlParameterSource(
            Map.of("sheet", sheet, "position", position, "id", form.id(), "gift", line.gift()))
        .addValue("product", line.item().code().orElse(null))
        .addValue("description", form.description())
        .addValue("family", isInline ? line.item().family().orElse(null) : null)
        .addValue("list", isInline ? line.item().listPrice().toTenThousandths() : null)
        .addValue("unitCost", isInline ? line.item().unitCost().toTenThousandths() : null)
        .addValue("tax", isInline ? line.item().tax().toTenThousandths() : null)
        .addValue("quantity", line.quantity().toThousandths())
        .addValue(
            "discount",
            line.terms() instanceof Terms.Discount d ? d.percent().toTenThousandths() : null)
        .addValue(
            "own",
            line.terms() instanceof Terms.OwnPrice o ? o.unitPrice().toTenThousandths() : null)
        .addValue("optional", line.optional())
        .addValue("set", line.alternative().map(a -> a.set()).orElse(null))
        .addValue("chosen", line.alternative().map(a -> a.chosen()).orElse(false))
        .addValue("every", line.recurring().map(Recurring::everyMonths).orElse(null))
        .addValue("term", line.recurring().map(Recurring::termMonths).orElse(null))
        .addValue("final", t.finalAmount().getAmountMinorLong())
        .addValue("cost", t.cost().getAmountMinorLong());
  }

  private static String kind(DocumentDiscount discount) {
    return discount instanceof DocumentDiscount.OfPercent ? "percent" : "amount";
  }

  private static long number(DocumentDiscount discount) {
    return discount instanceof DocumentDiscount.OfPercent of
        ? of.percent().toTenThousandths()
        : ((DocumentDiscount.OfAmount) discount).amount().getAmountMinorLong();
  }

  private static LineForm form(ResultSet row, int n) throws SQLException {
    return new LineForm(
        row.getString("line_id"),
        row.getString("product"),
        row.getString("description"),
        row.getString("family"),
        text(row, "list_price", UnitPrice::ofTenThousandths),
        text(row, "unit_cost", UnitPrice::ofTenThousandths),
        text(row, "tax", Percent::ofTenThousandths),
        Quantity.ofThousandths(row.getLong("quantity")).toString(),
        text(row, "discount", Percent::ofTenThousandths),
        text(row, "own_price", UnitPrice::ofTenThousandths),
        row.getBoolean("gift"),
        row.getBoolean("optional"),
        row.getString("alternative_set"),
        row.getBoolean("chosen"),
        months(row, "every_months"),
        months(row, "term_months"));
  }

  private static String text(ResultSet row, String column, LongFunction<?> make)
      throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? null : make.apply(value).toString();
  }

  private static Integer months(ResultSet row, String column) throws SQLException {
    int value = row.getInt(column);
    return row.wasNull() ? null : value;
  }
}
