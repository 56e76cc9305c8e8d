package firmtally.server.sales.received;

import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import firmtally.formats.order.ReceivedOrder;
import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.database.Columns;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ReceivedOrderId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

@Repository
class ReceivedOrderStore {
  private static final String ROWS =
      """
      SELECT r.id, r.account_id, a.name AS account, r.number, r.issued_on, r.buyer, r.note, r.wanted, r.delivery, r.received_at,
             r.sha256, r.state, r.reason, r.order_id, d.number AS order_number, r.activity_id, r.version,
             (SELECT COUNT(*) FROM received_order_line l WHERE l.order_id = r.id) AS lines,
             (SELECT COUNT(*) FROM received_order_line l WHERE l.order_id = r.id AND l.product IS NULL AND NOT l.left_out)
               AS unknown
      FROM received_order r JOIN account a ON a.id = r.account_id JOIN person p ON p.id = a.owner_id
      LEFT JOIN document d ON d.id = r.order_id
      """;
  private static final String INSERT =
      """
      INSERT INTO received_order (account_id, number, issued_on, buyer, note, wanted, delivery, received_at, person_id, sha256,
                                  activity_id)
      VALUES (:account, :number, :issuedOn, :buyer, :note, :wanted, :delivery, :at, :person, :sha256, :activity)
      RETURNING id
      """;
  private static final String INSERT_LINE =
      """
      INSERT INTO received_order_line (order_id, position, our_code, their_code, words, quantity, unit, price, wanted, product)
      VALUES (:order, :position, :ourCode, :theirCode, :words, :quantity, :unit, :price, :wanted, :product)
      """;
  private static final String BY_IDS =
      """
      SELECT a.id FROM account a WHERE a.number IN (SELECT value FROM json_each(:ids))
        OR (a.tax_id <> '' AND replace(replace(replace(a.tax_id, ' ', ''), '.', ''), '-', '') IN (SELECT value FROM json_each(:ids)))
      UNION SELECT a.id FROM account a WHERE a.email <> '' AND lower(a.email) IN (SELECT lower(value) FROM json_each(:ids))
      UNION SELECT c.account_id FROM contact c WHERE c.email <> '' AND lower(c.email) IN (SELECT lower(value) FROM json_each(:ids))
      LIMIT 2
      """;
  private final Sql sql;

  ReceivedOrderStore(Sql sql) {
    this.sql = sql;
  }

  /** An order as it stands. */
  record Row(
      ReceivedOrderId id,
      AccountId accountId,
      String account,
      String number,
      LocalDate issuedOn,
      String buyer,
      String note,
      LocalDate wanted,
      String delivery,
      Instant receivedAt,
      String sha256,
      String state,
      String reason,
      DocumentId orderId,
      String orderNumber,
      ActivityId activityId,
      long version,
      int lines,
      int unknown) {}

  /** A line as it came, and the product that it is taken for. */
  record LineRow(
      int position,
      String ourCode,
      String theirCode,
      String words,
      Quantity quantity,
      String unit,
      Optional<UnitPrice> price,
      Optional<LocalDate> wanted,
      Optional<String> product,
      boolean leftOut) {}

  /** What belongs to an order that comes. */
  record Came(
      AccountId account,
      ReceivedOrder order,
      String sha256,
      ActivityId activity,
      PersonId person) {}

  ReceivedOrderId insert(Came came, Instant at) {
    ReceivedOrder order = came.order();
    return sql.sql(INSERT)
        .param("account", came.account())
        .param("number", order.number())
        .param("issuedOn", order.issuedOn().orElse(null))
        .param("buyer", order.buyer())
        .param("note", order.note())
        .param("wanted", order.wanted().orElse(null))
        .param("delivery", order.delivery())
        .param("at", at)
        .param("person", came.person())
        .param("sha256", came.sha256())
        .param("activity", came.activity())
        .query(ReceivedOrderId.class)
        .single();
  }

  void insertLine(ReceivedOrderId order, LineRow line) {
    sql.sql(INSERT_LINE)
        .param("order", order)
        .param("position", line.position())
        .param("ourCode", line.ourCode())
        .param("theirCode", line.theirCode())
        .param("words", line.words())
        .param("quantity", line.quantity())
        .param("unit", line.unit())
        .param("price", line.price().orElse(null))
        .param("wanted", line.wanted().orElse(null))
        .param("product", line.product().orElse(null))
        .update();
  }

  Optional<Row> find(ReceivedOrderId id) {
    return sql.sql(ROWS + "WHERE r.id = :id").param("id", id).query(Row.class).optional();
  }

  List<Row> list(String state, AccountId account, Actor actor, long before, int most) {
    return Visibility.bind(
            sql.sql(
                ROWS
                    + "WHERE r.id < :before AND (:state = '' OR r.state = :state)"
                    + " AND (:account = 0 OR r.account_id = :account) AND "
                    + Visibility.OWNED_READABLE
                    + " ORDER BY r.id DESC LIMIT :most"),
            actor)
        .param("before", before)
        .param("state", state)
        .param("account", account)
        .param("most", most)
        .query(Row.class)
        .list();
  }

  List<LineRow> lines(ReceivedOrderId id) {
    return sql.sql(
            """
            SELECT position, our_code, their_code, words, quantity, unit, price, wanted, product, left_out
            FROM received_order_line WHERE order_id = :id ORDER BY position
            """)
        .param("id", id)
        .query(
            (row, n) ->
                new LineRow(
                    row.getInt("position"),
                    row.getString("our_code"),
                    row.getString("their_code"),
                    row.getString("words"),
                    Quantity.ofThousandths(row.getLong("quantity")),
                    row.getString("unit"),
                    Columns.maybe(row, "price", UnitPrice::ofTenThousandths),
                    Optional.ofNullable(Columns.day(row, "wanted")),
                    Optional.ofNullable(row.getString("product")),
                    row.getBoolean("left_out")))
        .list();
  }

  /** The order of a number that is being checked or was placed. */
  Optional<ReceivedOrderId> ofNumber(AccountId account, String number) {
    return sql.sql(
            "SELECT id FROM received_order WHERE account_id = :account AND number = :number AND state <> 'refused'")
        .param("account", account)
        .param("number", number)
        .query(ReceivedOrderId.class)
        .optional();
  }

  /**
   * The accounts, at most two, that are known by one of some numbers, tax identifiers or addresses.
   */
  List<AccountId> known(List<String> ids) {
    return sql.sql(BY_IDS)
        .param("ids", JsonMapper.shared().writeValueAsString(ids))
        .query(AccountId.class)
        .list();
  }

  /** What a customer calls products of ours, by their codes as they are kept. */
  Optional<String> theirs(AccountId account, String code) {
    return sql.sql("SELECT product FROM customer_code WHERE account_id = :account AND code = :code")
        .param("account", account)
        .param("code", code)
        .query(String.class)
        .optional();
  }

  void remember(AccountId account, String code, String product) {
    sql.sql(
            """
            INSERT INTO customer_code (account_id, code, product) VALUES (:account, :code, :product)
            ON CONFLICT (account_id, code) DO UPDATE SET product = :product
            """)
        .param("account", account)
        .param("code", code)
        .param("product", product)
        .update();
  }

  void setLine(ReceivedOrderId id, int position, String product, boolean leftOut) {
    sql.sql(
            """
            UPDATE received_order_line SET product = :product, left_out = :leftOut
            WHERE order_id = :id AND position = :position
            """)
        .param("id", id)
        .param("position", position)
        .param("product", product)
        .param("leftOut", leftOut)
        .update();
  }

  /** A step of one that is still to be checked; 0 when somebody was faster. */
  int touch(ReceivedOrderId id, long version) {
    return sql.sql(
            "UPDATE received_order SET version = version + 1 WHERE id = :id AND version = :version AND state = 'to-check'")
        .param("id", id)
        .param("version", version)
        .update();
  }

  void setPlaced(ReceivedOrderId id, DocumentId order) {
    sql.sql("UPDATE received_order SET state = 'placed', order_id = :order WHERE id = :id")
        .param("id", id)
        .param("order", order)
        .update();
  }

  void setRefused(ReceivedOrderId id, String reason) {
    sql.sql("UPDATE received_order SET state = 'refused', reason = :reason WHERE id = :id")
        .param("id", id)
        .param("reason", reason)
        .update();
  }

  /** The account that a record of an email is about. */
  Optional<AccountId> accountOf(ActivityService.On on) {
    String text =
        switch (on.record()) {
          case "account" -> "SELECT id FROM account WHERE id = :id";
          case "opportunity" -> "SELECT account_id FROM opportunity WHERE id = :id";
          default -> "SELECT account_id FROM enquiry WHERE id = :id AND account_id IS NOT NULL";
        };
    return sql.sql(text).param("id", on.id()).query(AccountId.class).optional();
  }
}
