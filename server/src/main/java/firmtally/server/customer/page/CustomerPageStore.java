package firmtally.server.customer.page;

import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

/** What of an account's papers its customer may see. Every statement is bound to the account. */
@Repository
class CustomerPageStore {
  /** The latest revision that was sent; drafts and what was withdrawn are nobody's business yet. */
  private static final String QUOTES =
      """
      SELECT q.id, q.number, q.revision, o.title, q.made_on, q.valid_until, q.state, o.state AS opportunity, w.invoice_total AS total
      FROM quote q
      JOIN opportunity o ON o.id = q.opportunity_id
      JOIN worksheet w ON w.id = q.worksheet_id
      WHERE q.account_id = :account AND q.sent_at IS NOT NULL
        AND q.state IN ('sent', 'accepted', 'declined', 'expired', 'ordered')
      """;

  private static final String ORDERS =
      """
      SELECT c.id, c.number, o.title, c.placed_on, c.po_number, c.state, w.invoice_total AS total,
             (SELECT COUNT(*) FROM order_line l WHERE l.document_id = c.id AND l.cancelled < l.quantity) AS lines,
             (SELECT COUNT(*) FROM order_line l
              WHERE l.document_id = c.id AND l.cancelled < l.quantity AND l.delivered + l.cancelled >= l.quantity) AS done,
             (SELECT COUNT(*) FROM order_line l WHERE l.document_id = c.id AND l.delivered > 0) AS begun
      FROM sales_order c
      JOIN opportunity o ON o.id = c.opportunity_id
      JOIN worksheet w ON w.id = c.worksheet_id
      WHERE c.account_id = :account
      """;
  private static final String INVOICES =
      """
      SELECT d.id, b.ref AS number, COALESCE(i.type, 'opening') AS type, s.number AS order_number, b.on_day, b.due, b.total, b.balance
      FROM open_item b
      LEFT JOIN document d ON d.id = b.document_id
      LEFT JOIN invoice i ON i.id = b.document_id
      LEFT JOIN document s ON s.id = i.order_id
      WHERE b.account_id = :account
      """;
  private final Sql sql;

  CustomerPageStore(Sql sql) {
    this.sql = sql;
  }

  /**
   * A quote as it stands.
   *
   * @param opportunity the state of what it is of: a quote of something lost is not open any more
   * @param total with tax, in minor units
   */
  record Quote(
      DocumentId id,
      String number,
      int revision,
      String title,
      LocalDate madeOn,
      LocalDate validUntil,
      String state,
      String opportunity,
      long total) {}

  /**
   * An order as it stands.
   *
   * @param lines how many of its lines are delivered at all; what recurs is not
   * @param done how many of them are delivered whole
   * @param begun of how many something was delivered
   */
  record Order(
      DocumentId id,
      String number,
      String title,
      LocalDate placedOn,
      @MaybeNull String poNumber,
      String state,
      long total,
      int lines,
      int done,
      int begun) {}

  /**
   * An invoice, a credit note, or what was open before there were any here.
   *
   * @param order the number of its order; null for what was open before
   */
  record Invoice(
      @MaybeNull DocumentId id,
      String number,
      String type,
      @MaybeNull String order,
      LocalDate issuedOn,
      LocalDate due,
      long total,
      long balance) {}

  /**
   * A delivery.
   *
   * @param on its day
   */
  record Delivery(DocumentId id, String number, LocalDate on) {}

  List<Quote> quotes(AccountId account, String after, int most) {
    return sql.sql(QUOTES + below("q.id") + " ORDER BY q.id DESC LIMIT :most")
        .param("account", account)
        .param("after", after)
        .param("most", most)
        .query(Quote.class)
        .list();
  }

  Optional<Quote> quote(AccountId account, String number) {
    return sql.sql(QUOTES + " AND q.number = :number ORDER BY q.revision DESC LIMIT 1")
        .param("account", account)
        .param("number", number)
        .query(Quote.class)
        .optional();
  }

  /** Those that wait for an answer, the first to expire first. */
  List<Quote> openQuotes(AccountId account, LocalDate today, int most) {
    return sql.sql(
            QUOTES
                + " AND q.state = 'sent' AND q.valid_until >= :today AND o.state IN ('open', 'paused')"
                + " ORDER BY q.valid_until, q.id LIMIT :most")
        .param("account", account)
        .param("today", today)
        .param("most", most)
        .query(Quote.class)
        .list();
  }

  List<Order> orders(AccountId account, boolean open, String after, int most) {
    return sql.sql(
            ORDERS
                + (open
                    ? " AND (c.state = 'hold' OR c.state = 'released' AND EXISTS (SELECT 1 FROM order_line l"
                        + " WHERE l.document_id = c.id AND l.delivered + l.cancelled < l.quantity))"
                    : "")
                + below("c.id")
                + " ORDER BY c.id DESC LIMIT :most")
        .param("account", account)
        .param("after", after)
        .param("most", most)
        .query(Order.class)
        .list();
  }

  Optional<Order> order(AccountId account, String number) {
    return sql.sql(ORDERS + " AND c.number = :number")
        .param("account", account)
        .param("number", number)
        .query(Order.class)
        .optional();
  }

  /** The latest first; of open ones the first due first. */
  List<Invoice> invoices(AccountId account, boolean open, long skip, int most) {
    return sql.sql(
            INVOICES
                + (open
                    ? " AND b.balance <> 0 ORDER BY b.due, b.id"
                    : " ORDER BY b.on_day DESC, b.id DESC")
                + " LIMIT :most OFFSET :skip")
        .param("account", account)
        .param("skip", skip)
        .param("most", most)
        .query((row, n) -> invoice(row))
        .list();
  }

  List<Invoice> invoicesOf(AccountId account, DocumentId order) {
    return sql.sql(INVOICES + " AND i.order_id = :order ORDER BY b.id")
        .param("account", account)
        .param("order", order)
        .query((row, n) -> invoice(row))
        .list();
  }

  private static Invoice invoice(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Invoice(
        Columns.maybe(row, "id", DocumentId::new).orElse(null),
        row.getString("number"),
        row.getString("type"),
        row.getString("order_number"),
        Columns.day(row, "on_day"),
        Columns.day(row, "due"),
        row.getLong("total"),
        row.getLong("balance"));
  }

  /**
   * What of an account is open, and of that overdue; payments that are not set off are taken off.
   */
  record Balance(long open, long overdue, int items) {}

  Balance balance(AccountId account, LocalDate today) {
    return sql.sql(
            """
            SELECT COALESCE(SUM(balance), 0)
                     - (SELECT COALESCE(SUM(unapplied), 0) FROM payment WHERE account_id = :account AND state = 'booked') AS open,
                   COALESCE(SUM(CASE WHEN due < :today AND balance > 0 THEN balance END), 0) AS overdue,
                   COALESCE(SUM(balance > 0), 0) AS items
            FROM open_item WHERE account_id = :account AND balance <> 0
            """)
        .param("account", account)
        .param("today", today)
        .query(Balance.class)
        .single();
  }

  /** A paper of an account by its number; of a kind, such as {@code invoice}. */
  Optional<DocumentId> paper(AccountId account, String number, List<String> kinds) {
    return sql.sql(
            """
            SELECT id FROM document WHERE account_id = :account AND number = :number AND kind IN (:kinds)
            ORDER BY revision DESC LIMIT 1
            """)
        .param("account", account)
        .param("number", number)
        .param("kinds", kinds)
        .query(DocumentId.class)
        .optional();
  }

  /** What left of an order and did not come back. */
  List<Delivery> deliveries(DocumentId order) {
    return sql.sql(
            """
            SELECT d.id, d.number, t.delivered_on AS "on"
            FROM document d JOIN delivery_terms t ON t.document_id = d.id
            WHERE d.kind = 'delivery' AND d.follows_id = :order AND d.state <> 'reversed' ORDER BY d.id
            """)
        .param("order", order)
        .query(Delivery.class)
        .list();
  }

  /** Codes of what an account may buy, by a word of the code, the name or the family. */
  List<String> assortment(AccountId account, String text, String after, int most) {
    return sql.sql(
            """
            SELECT p.code FROM product p
            WHERE p.active = 1 AND p.code > :after
              AND (p.code LIKE :like OR p.name LIKE :like OR p.family LIKE :like)
              AND (NOT EXISTS (SELECT 1 FROM account_assortment r WHERE r.account_id = :account)
                   OR p.family IN (SELECT r.family FROM account_assortment r WHERE r.account_id = :account))
            ORDER BY p.code LIMIT :most
            """)
        .param("account", account)
        .param("like", "%" + text.replace("%", "").replace("_", "") + "%")
        .param("after", after)
        .param("most", most)
        .query(String.class)
        .list();
  }

  /** Holds for what comes after a paper, named by its number, in a list with the latest first. */
  private static String below(String column) {
    return " AND (:after = '' OR "
        + column
        + " < (SELECT MAX(x.id) FROM document x WHERE x.account_id = :account AND x.number = :after))";
  }
}
