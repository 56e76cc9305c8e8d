package firmtally.server.worksheet.keeping;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Recurring;
import firmtally.core.worksheet.Tally;
import firmtally.core.worksheet.Terms;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

@Repository
class WorksheetStore {
  private static final String FIND =
      """
      SELECT w.id, w.currency, w.discount_kind, w.discount AS document_discount, w.agreed, w.version,
             line_id, kind, product, description, family, list_price, unit_cost, tax, quantity, l.discount, own_price, gift,
             optional, alternative_set, chosen, every_months, term_months, requested_on
      FROM worksheet w LEFT JOIN worksheet_line l ON l.worksheet_id = w.id
      WHERE w.id IN (SELECT value FROM json_each(:ids)) ORDER BY w.id, position
      """;
  private static final String INSERT_LINE =
      """
      INSERT INTO worksheet_line (worksheet_id, position, line_id, kind, product, description, family, list_price, unit_cost,
        tax, quantity, discount, own_price, gift, optional, alternative_set, chosen, every_months, term_months, requested_on, final, cost,
        in_family, term_list, term_net, term_cost)
      VALUES (:sheet, :position, :id, :kind, :product, :description, :family, :list, :unitCost, :tax, :quantity, :discount,
        :own, :gift, :optional, :set, :chosen, :every, :term, :requested, :final, :cost,
        :inFamily, :termList, :termNet, :termCost)
      """;
  private static final String UPDATE =
      """
      UPDATE worksheet SET discount_kind = :kind, discount = :discount, list = :list, contract = :contract,
        cost = :cost, monthly = :monthly, invoice_total = :invoice, sign_off_role = :role, version = version + 1
      WHERE id = :id AND version = :version AND agreed IS NULL
      """;

  private static final String RECALCULATE =
      """
      UPDATE worksheet SET list = :list, contract = :contract, cost = :cost, monthly = :monthly,
        invoice_total = :invoice, sign_off_role = :role
      WHERE id = :id AND agreed IS NULL
      """;
  private static final String PICK =
      """
      UPDATE worksheet SET list = :list, contract = :contract, cost = :cost, monthly = :monthly,
        invoice_total = :invoice, sign_off_role = :role, agreed = :agreed, version = version + 1
      WHERE id = :id AND agreed IS NOT NULL
      """;
  private static final String RECALCULATE_LINE =
      """
      UPDATE worksheet_line SET final = :final, cost = :cost, in_family = :inFamily, term_list = :termList,
        term_net = :termNet, term_cost = :termCost
      WHERE worksheet_id = :sheet AND position = :position
      """;
  private static final List<String> EMPTY_IN_WORDS =
      List.of(
          "product",
          "family",
          "list",
          "unitCost",
          "tax",
          "discount",
          "own",
          "set",
          "every",
          "term",
          "requested");
  private static final List<String> NOTHING_IN_WORDS =
      List.of(
          "quantity",
          "gift",
          "optional",
          "chosen",
          "final",
          "cost",
          "termList",
          "termNet",
          "termCost");

  private final Sql sql;
  private final NamedParameterJdbcTemplate batches;

  WorksheetStore(Sql sql, NamedParameterJdbcTemplate batches) {
    this.sql = sql;
    this.batches = batches;
  }

  /** A worksheet as it lies. */
  record SheetRow(
      WorksheetId id,
      String discountKind,
      Long discount,
      String agreed,
      long version,
      List<LineForm> lines) {}

  Optional<SheetRow> find(WorksheetId id) {
    return find(List.of(id)).stream().findFirst();
  }

  /** Many worksheets with their lines, in the order of their ids. */
  List<SheetRow> find(Collection<WorksheetId> ids) {
    return sql.sql(FIND)
        .param("ids", JsonList.of(ids))
        .query(
            row -> {
              List<SheetRow> sheets = new ArrayList<>();
              while (row.next()) {
                WorksheetId id = new WorksheetId(row.getLong("id"));
                if (sheets.isEmpty() || !sheets.get(sheets.size() - 1).id().equals(id)) {
                  sheets.add(
                      new SheetRow(
                          id,
                          row.getString("discount_kind"),
                          Columns.maybe(row, "document_discount", Long::valueOf).orElse(null),
                          row.getString("agreed"),
                          row.getLong("version"),
                          new ArrayList<>()));
                }
                if (row.getString("line_id") != null) {
                  sheets.get(sheets.size() - 1).lines().add(form(row));
                }
              }
              return sheets;
            });
  }

  WorksheetId insert(String currency) {
    return sql.sql("INSERT INTO worksheet (currency) VALUES (:currency) RETURNING id")
        .param("currency", currency)
        .query(WorksheetId.class)
        .single();
  }

  int update(WorksheetId id, long version, Tally tally, Optional<String> signOffRole) {
    Optional<DocumentDiscount> discount = tally.worksheet().documentDiscount();
    return sums(UPDATE, id, tally, signOffRole)
        .param("version", version)
        .param("kind", discount.map(WorksheetStore::kind).orElse(null))
        .param("discount", discount.map(WorksheetStore::number).orElse(null))
        .update();
  }

  /** Keeps what it comes to, and nothing else. */
  void recalculate(WorksheetId id, Tally tally, Optional<String> signOffRole) {
    sums(RECALCULATE, id, tally, signOffRole).update();
  }

  /** Keeps what its lines come to, and nothing else. */
  void recalculateLines(WorksheetId sheet, List<Calculation.Row> rows) {
    List<MapSqlParameterSource> values = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      int position = i;
      rows.get(i)
          .tally()
          .ifPresent(
              t ->
                  values.add(
                      worth(new MapSqlParameterSource("sheet", sheet), t)
                          .addValue("position", position)));
    }
    batches.batchUpdate(RECALCULATE_LINE, values.toArray(MapSqlParameterSource[]::new));
  }

  private JdbcClient.StatementSpec sums(
      String statement, WorksheetId id, Tally tally, Optional<String> signOffRole) {
    return sql.sql(statement)
        .param("id", id)
        .param("list", tally.totals().list().getAmountMinorLong())
        .param("contract", tally.totals().contract().getAmountMinorLong())
        .param("cost", tally.totals().cost().getAmountMinorLong())
        .param("monthly", tally.totals().recurringMonthly().getAmountMinorLong())
        .param("invoice", tally.totals().firstInvoice().total().getAmountMinorLong())
        .param("role", signOffRole.orElse(null));
  }

  void replaceLines(WorksheetId sheet, List<Calculation.Row> rows) {
    sql.sql("DELETE FROM worksheet_line WHERE worksheet_id = :id").param("id", sheet).update();
    MapSqlParameterSource[] values = new MapSqlParameterSource[rows.size()];
    for (int i = 0; i < values.length; i++) {
      LineForm form = rows.get(i).form();
      values[i] = rows.get(i).tally().map(t -> line(form, t)).orElseGet(() -> words(form));
      values[i].addValue("sheet", sheet).addValue("position", i);
    }
    batches.batchUpdate(INSERT_LINE, values);
  }

  /** What was agreed becomes another: what was picked of it. */
  void pick(WorksheetId id, Tally tally, Optional<String> signOffRole, String agreed) {
    sums(PICK, id, tally, signOffRole).param("agreed", agreed).update();
  }

  void lock(WorksheetId id, String agreed) {
    sql.sql("UPDATE worksheet SET agreed = :agreed, version = version + 1 WHERE id = :id")
        .param("agreed", agreed)
        .param("id", id)
        .update();
  }

  /** A heading or a note: it has a place and words, and adds nothing. */
  private static MapSqlParameterSource words(LineForm form) {
    MapSqlParameterSource values = new MapSqlParameterSource();
    for (String empty : EMPTY_IN_WORDS) {
      values.addValue(empty, null);
    }
    for (String nothing : NOTHING_IN_WORDS) {
      values.addValue(nothing, 0);
    }
    return values
        .addValue("inFamily", "")
        .addValue("id", form.id())
        .addValue("kind", form.kind())
        .addValue("description", form.description());
  }

  private static MapSqlParameterSource line(LineForm form, LineTally t) {
    Line line = t.line();
    boolean isInline = line.item().code().isEmpty();
    boolean isRequested = form.requestedOn() != null && !form.requestedOn().isBlank();
    return worth(
            new MapSqlParameterSource(
                Map.of("id", form.id(), "kind", LineForm.LINE, "gift", line.gift())),
            t)
        .addValue("requested", isRequested ? form.requestedOn().strip() : null)
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
        .addValue("term", line.recurring().map(Recurring::termMonths).orElse(null));
  }

  /** What a line comes to, and what it adds to the sums of its worksheet. */
  private static MapSqlParameterSource worth(MapSqlParameterSource values, LineTally t) {
    int periods = t.line().counted() ? t.line().periods() : 0;
    return values
        .addValue("final", t.finalAmount().getAmountMinorLong())
        .addValue("cost", t.cost().getAmountMinorLong())
        .addValue("inFamily", t.line().item().family().orElse(""))
        .addValue("termList", t.listed().getAmountMinorLong() * periods)
        .addValue("termNet", t.finalAmount().getAmountMinorLong() * periods)
        .addValue("termCost", t.cost().getAmountMinorLong() * periods);
  }

  private static String kind(DocumentDiscount discount) {
    return discount instanceof DocumentDiscount.OfPercent ? "percent" : "amount";
  }

  private static long number(DocumentDiscount discount) {
    return discount instanceof DocumentDiscount.OfPercent of
        ? of.percent().toTenThousandths()
        : ((DocumentDiscount.OfAmount) discount).amount().getAmountMinorLong();
  }

  private static LineForm form(ResultSet row) throws SQLException {
    boolean isLine = LineForm.LINE.equals(row.getString("kind"));
    return LineForm.line(row.getString("line_id"))
        .kind(row.getString("kind"))
        .product(row.getString("product"))
        .description(row.getString("description"))
        .family(row.getString("family"))
        .numbers(
            new LineForm.Numbers(
                text(row, "list_price", UnitPrice::ofTenThousandths),
                text(row, "unit_cost", UnitPrice::ofTenThousandths),
                text(row, "tax", Percent::ofTenThousandths),
                isLine ? Quantity.ofThousandths(row.getLong("quantity")).toString() : "",
                text(row, "discount", Percent::ofTenThousandths),
                text(row, "own_price", UnitPrice::ofTenThousandths)))
        .gift(row.getBoolean("gift"))
        .optional(row.getBoolean("optional"))
        .alternative(row.getString("alternative_set"), row.getBoolean("chosen"))
        .plan(new LineForm.Plan(months(row, "every_months"), months(row, "term_months")))
        .requestedOn(row.getString("requested_on"))
        .build();
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
