package firmtally.server.integration.webhook;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.HookDeliveryId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.WebHookId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class WebHookStore {
  private static final String ROWS =
      """
      SELECT h.id, h.name, h.url, h.secret, h.person_id, p.name AS person, h.kinds, h.active, h.told_to, h.made_at, h.ended_at,
             h.version,
             (SELECT COUNT(*) FROM web_hook_delivery d WHERE d.hook_id = h.id AND d.state = 'waiting') AS waiting,
             (SELECT COUNT(*) FROM web_hook_delivery d WHERE d.hook_id = h.id AND d.state = 'failed') AS failed
      FROM web_hook h JOIN person p ON p.id = h.person_id
      """;
  private static final String DELIVERIES =
      """
      SELECT d.id, d.hook_id, d.event, d.record, d.number, d.body, d.at, d.state, d.tries, d.next_at, d.status, d.answer,
             d.delivered_at
      FROM web_hook_delivery d
      """;
  private final Sql sql;

  WebHookStore(Sql sql) {
    this.sql = sql;
  }

  /** A web hook as it stands. */
  record Row(
      WebHookId id,
      String name,
      String url,
      String secret,
      PersonId personId,
      String person,
      String kinds,
      boolean active,
      long toldTo,
      Instant madeAt,
      Instant endedAt,
      long version,
      int waiting,
      int failed) {
    List<String> kindList() {
      return List.of(kinds.split(","));
    }
  }

  /** Something that is told, or was. */
  record Delivery(
      HookDeliveryId id,
      WebHookId hookId,
      String event,
      String record,
      String number,
      String body,
      Instant at,
      String state,
      int tries,
      Instant nextAt,
      Integer status,
      String answer,
      Instant deliveredAt) {}

  /** An entry of the change log, and its place there. */
  record Entry(
      long place, Instant at, PersonId personId, String record, RecordId recordId, String what) {}

  WebHookId insert(
      String name, String url, String secret, PersonId person, String kinds, Instant at) {
    return sql.sql(
            """
            INSERT INTO web_hook (name, url, secret, person_id, kinds, told_to, made_at)
            VALUES (:name, :url, :secret, :person, :kinds, (SELECT COALESCE(MAX(id), 0) FROM change_log), :at) RETURNING id
            """)
        .param("name", name)
        .param("url", url)
        .param("secret", secret)
        .param("person", person)
        .param("kinds", kinds)
        .param("at", at)
        .query(WebHookId.class)
        .single();
  }

  /** Of one that is put to work again, what happened in between is not told. */
  int update(
      WebHookId id,
      long version,
      String name,
      String url,
      PersonId person,
      String kinds,
      boolean active) {
    return sql.sql(
            """
            UPDATE web_hook SET name = :name, url = :url, person_id = :person, kinds = :kinds,
              told_to = CASE WHEN active THEN told_to ELSE (SELECT COALESCE(MAX(id), 0) FROM change_log) END,
              active = :active, version = version + 1
            WHERE id = :id AND version = :version AND ended_at IS NULL
            """)
        .param("id", id)
        .param("version", version)
        .param("name", name)
        .param("url", url)
        .param("person", person)
        .param("kinds", kinds)
        .param("active", active)
        .update();
  }

  int end(WebHookId id, Instant at) {
    sql.sql(
            "UPDATE web_hook_delivery SET state = 'failed' WHERE hook_id = :id AND state = 'waiting'")
        .param("id", id)
        .update();
    return sql.sql(
            "UPDATE web_hook SET ended_at = :at, active = FALSE, secret = '' WHERE id = :id AND ended_at IS NULL")
        .param("id", id)
        .param("at", at)
        .update();
  }

  List<Row> list() {
    return sql.sql(ROWS + "ORDER BY h.ended_at IS NOT NULL, h.id").query(Row.class).list();
  }

  Optional<Row> find(WebHookId id) {
    return sql.sql(ROWS + "WHERE h.id = :id").param("id", id).query(Row.class).optional();
  }

  /** Those that work and have something to look at. */
  List<Row> behind() {
    return sql.sql(ROWS + "WHERE h.active AND h.told_to < (SELECT MAX(id) FROM change_log)")
        .query(Row.class)
        .list();
  }

  List<Entry> entries(long after, int most) {
    return sql.sql(
            """
            SELECT id AS place, at, person_id, record, record_id, what FROM change_log WHERE id > :after ORDER BY id LIMIT :most
            """)
        .param("after", after)
        .param("most", most)
        .query(Entry.class)
        .list();
  }

  void setToldTo(WebHookId id, long toldTo) {
    sql.sql("UPDATE web_hook SET told_to = :toldTo WHERE id = :id")
        .param("id", id)
        .param("toldTo", toldTo)
        .update();
  }

  HookDeliveryId insertDelivery(
      WebHookId hook, String event, String record, String number, String body, Instant at) {
    return sql.sql(
            """
            INSERT INTO web_hook_delivery (hook_id, event, record, number, body, at, next_at)
            VALUES (:hook, :event, :record, :number, :body, :at, :at) RETURNING id
            """)
        .param("hook", hook)
        .param("event", event)
        .param("record", record)
        .param("number", number)
        .param("body", body)
        .param("at", at)
        .query(HookDeliveryId.class)
        .single();
  }

  /** Those that work and have something to be told now. */
  List<Row> withDue(Instant now) {
    return sql.sql(
            ROWS
                + """
            WHERE h.active AND h.id IN (SELECT hook_id FROM web_hook_delivery WHERE state = 'waiting' AND next_at <= :now)
            """)
        .param("now", now)
        .query(Row.class)
        .list();
  }

  List<Delivery> due(WebHookId hook, Instant now, int most) {
    return sql.sql(
            DELIVERIES
                + "WHERE d.hook_id = :hook AND d.state = 'waiting' AND d.next_at <= :now ORDER BY d.id LIMIT :most")
        .param("hook", hook)
        .param("now", now)
        .param("most", most)
        .query(Delivery.class)
        .list();
  }

  List<Delivery> deliveries(WebHookId hook, long before, int most) {
    return sql.sql(
            DELIVERIES
                + "WHERE d.hook_id = :hook AND d.id < :before ORDER BY d.id DESC LIMIT :most")
        .param("hook", hook)
        .param("before", before)
        .param("most", most)
        .query(Delivery.class)
        .list();
  }

  void setDelivered(HookDeliveryId id, int status, String answer, Instant at) {
    sql.sql(
            """
            UPDATE web_hook_delivery SET state = 'delivered', tries = tries + 1, status = :status, answer = :answer,
              delivered_at = :at
            WHERE id = :id
            """)
        .param("id", id)
        .param("status", status)
        .param("answer", answer)
        .param("at", at)
        .update();
  }

  /** It was not taken: tried again then, or given up where there is no then. */
  void setFailed(HookDeliveryId id, Integer status, String answer, Optional<Instant> next) {
    sql.sql(
            """
            UPDATE web_hook_delivery SET tries = tries + 1, status = :status, answer = :answer,
              state = CASE WHEN :next IS NULL THEN 'failed' ELSE 'waiting' END, next_at = COALESCE(:next, next_at)
            WHERE id = :id
            """)
        .param("id", id)
        .param("status", status)
        .param("answer", answer)
        .param("next", next.orElse(null))
        .update();
  }

  int sendAgain(WebHookId hook, HookDeliveryId id, Instant now) {
    return sql.sql(
            """
            UPDATE web_hook_delivery SET state = 'waiting', tries = 0, next_at = :now WHERE id = :id AND hook_id = :hook
            """)
        .param("id", id)
        .param("hook", hook)
        .param("now", now)
        .update();
  }

  /** What was delivered long ago is forgotten; what failed stays twice as long. */
  int forget(Instant deliveredBefore, Instant failedBefore) {
    return sql.sql(
            """
            DELETE FROM web_hook_delivery WHERE (state = 'delivered' AND at < :delivered) OR (state = 'failed' AND at < :failed)
            """)
        .param("delivered", deliveredBefore)
        .param("failed", failedBefore)
        .update();
  }
}
