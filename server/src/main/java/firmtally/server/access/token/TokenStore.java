package firmtally.server.access.token;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.TokenId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class TokenStore {
  private final Sql sql;

  TokenStore(Sql sql) {
    this.sql = sql;
  }

  /** What a request with a token may do, and as whom. */
  record Holder(TokenId id, String name, PersonId personId, String scope, LocalDate seenOn) {}

  TokenId insert(
      TokenService.NewToken token, LocalDate until, String hash, PersonId by, Instant at) {
    return sql.sql(
            """
            INSERT INTO api_token (name, person_id, scope, until, token_hash, made_by, made_at)
            VALUES (:name, :person, :scope, :until, :hash, :by, :at) RETURNING id
            """)
        .param("name", token.name().strip())
        .param("person", token.personId())
        .param("scope", token.scope())
        .param("until", until)
        .param("hash", hash)
        .param("by", by)
        .param("at", at)
        .query(TokenId.class)
        .single();
  }

  List<TokenService.TokenView> list() {
    return sql.sql(
            """
            SELECT t.id, t.name, p.name AS user,
                   (SELECT group_concat(r.role, ', ') FROM person_role r WHERE r.person_id = p.id) AS roles, t.scope, t.until, m.name AS made_by, t.made_at, t.seen_on, t.ended_at
            FROM api_token t JOIN person p ON p.id = t.person_id JOIN person m ON m.id = t.made_by
            ORDER BY t.ended_at IS NOT NULL, t.id DESC
            """)
        .query(TokenService.TokenView.class)
        .list();
  }

  Optional<Holder> find(String hash, LocalDate today) {
    return sql.sql(
            """
            SELECT id, name, person_id, scope, seen_on FROM api_token
            WHERE token_hash = :hash AND ended_at IS NULL AND until >= :today
            """)
        .param("hash", hash)
        .param("today", today)
        .query(Holder.class)
        .optional();
  }

  void seen(TokenId id, LocalDate on) {
    sql.sql("UPDATE api_token SET seen_on = :on WHERE id = :id")
        .param("id", id)
        .param("on", on)
        .update();
  }

  Optional<String> end(TokenId id, Instant at) {
    return sql.sql(
            "UPDATE api_token SET ended_at = :at WHERE id = :id AND ended_at IS NULL RETURNING name")
        .param("id", id)
        .param("at", at)
        .query(String.class)
        .optional();
  }
}
