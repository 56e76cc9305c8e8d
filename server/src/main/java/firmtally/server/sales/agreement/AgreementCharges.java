package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Agreements as they are charged. */
@Component
public class AgreementCharges {
  private static final String ONE =
      """
      SELECT id, number, order_id, state, start_day, term_months, end_day, ends_on FROM agreement WHERE id = :id
      """;
  private final Sql sql;

  AgreementCharges(Sql sql) {
    this.sql = sql;
  }

  /** A line of one. */
  public record Line(
      String id,
      @MaybeNull String product,
      String words,
      Quantity quantity,
      int everyMonths,
      long charge,
      Percent tax) {}

  /**
   * An agreement and what it charges.
   *
   * @param end its last day
   * @param endsOn the same, where it is not the last day of its term
   */
  public record Charged(
      AgreementId id,
      String number,
      DocumentId orderId,
      String state,
      LocalDate start,
      int termMonths,
      LocalDate end,
      Optional<LocalDate> endsOn,
      List<Line> lines) {
    /** Whether it is in its term, or past it and not followed. */
    public boolean isRunning() {
      return "running".equals(state) || "not-renewed".equals(state);
    }

    /** A line by its id. */
    public Line line(String lineId) {
      return lines.stream().filter(l -> l.id().equals(lineId)).findFirst().orElseThrow();
    }

    /** As the core charges it; empty where it ended before it began. */
    public Optional<RecurringAgreement> recurring(CurrencyUnit currency) {
      if (endsOn.filter(day -> day.isBefore(start)).isPresent()) {
        return Optional.empty();
      }
      return Optional.of(
          new RecurringAgreement(
              number,
              start,
              termMonths,
              endsOn,
              true,
              lines.stream()
                  .map(
                      l ->
                          new RecurringAgreement.ChargeLine(
                              l.id(),
                              Money.ofMinor(currency, l.charge()),
                              l.everyMonths(),
                              l.tax()))
                  .toList()));
    }
  }

  /** An agreement by its id. */
  public Charged get(AgreementId id) {
    List<Line> lines = lines(id);
    return sql.sql(ONE)
        .param("id", id)
        .query(
            (row, n) ->
                new Charged(
                    id,
                    row.getString("number"),
                    new DocumentId(row.getLong("order_id")),
                    row.getString("state"),
                    Columns.day(row, "start_day"),
                    row.getInt("term_months"),
                    Columns.day(row, "end_day"),
                    Optional.ofNullable(Columns.day(row, "ends_on")),
                    lines))
        .single();
  }

  private List<Line> lines(AgreementId id) {
    return sql.sql(
            """
            SELECT line_id, product, description, quantity, every_months, charge, tax FROM agreement_line
            WHERE agreement_id = :id ORDER BY line_id
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new Line(
                    row.getString("line_id"),
                    row.getString("product"),
                    row.getString("description"),
                    Quantity.ofThousandths(row.getLong("quantity")),
                    row.getInt("every_months"),
                    row.getLong("charge"),
                    Percent.ofTenThousandths(row.getLong("tax"))))
        .list();
  }

  /** Those with a charge up to a day that is not invoiced yet, the longest due first. */
  public List<AgreementId> due(LocalDate upTo, long after, int most) {
    return sql.sql(
            """
            SELECT id FROM agreement WHERE next_charge <= :day AND id > :after ORDER BY id LIMIT :most
            """)
        .param("day", upTo)
        .param("after", after)
        .param("most", most)
        .query(AgreementId.class)
        .list();
  }

  /**
   * A period of a line that is invoiced.
   *
   * @param net what of it stays charged
   */
  public record Invoiced(String line, LocalDate from, DocumentId invoice, long net) {
    /** By which it is known among the charges of its agreement. */
    public String key() {
      return line + " " + from;
    }
  }

  /** Which periods of an agreement are invoiced, by day. */
  public List<Invoiced> invoiced(AgreementId id) {
    return sql.sql(
            """
            SELECT line_id AS line, from_day, document_id AS invoice, net FROM agreement_charge
            WHERE agreement_id = :id ORDER BY from_day, line_id
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new Invoiced(
                    row.getString("line"),
                    Columns.day(row, "from_day"),
                    new DocumentId(row.getLong("invoice")),
                    row.getLong("net")))
        .list();
  }

  /** Notes that a period is invoiced. */
  public void invoice(AgreementId id, Invoiced period) {
    sql.sql(
            """
            INSERT INTO agreement_charge (agreement_id, line_id, from_day, document_id, net)
            VALUES (:agreement, :line, :from, :invoice, :net)
            """)
        .param("agreement", id)
        .param("line", period.line())
        .param("from", period.from())
        .param("invoice", period.invoice())
        .param("net", period.net())
        .update();
  }

  /** What an invoice charged may be charged again: it was credited whole. */
  public void release(DocumentId invoice) {
    sql.sql("DELETE FROM agreement_charge WHERE document_id = :invoice")
        .param("invoice", invoice)
        .update();
  }

  /** So much of a period stays charged: the rest was credited as it ended early. */
  public void keep(AgreementId id, String line, LocalDate from, long net) {
    if (net == 0) {
      sql.sql(
              "DELETE FROM agreement_charge WHERE agreement_id = :id AND line_id = :line AND from_day = :from")
          .param("id", id)
          .param("line", line)
          .param("from", from)
          .update();
      return;
    }
    sql.sql(
            """
            UPDATE agreement_charge SET net = :net WHERE agreement_id = :id AND line_id = :line AND from_day = :from
            """)
        .param("id", id)
        .param("line", line)
        .param("from", from)
        .param("net", net)
        .update();
  }

  /** Those that an order made. */
  public List<AgreementId> ofOrder(DocumentId order) {
    return sql.sql("SELECT id FROM agreement WHERE order_id = :order ORDER BY id")
        .param("order", order)
        .query(AgreementId.class)
        .list();
  }

  /** Keeps the day of the next charge. */
  public void setNext(AgreementId id, Optional<LocalDate> on) {
    sql.sql("UPDATE agreement SET next_charge = :on WHERE id = :id")
        .param("id", id)
        .param("on", on)
        .update();
  }
}
