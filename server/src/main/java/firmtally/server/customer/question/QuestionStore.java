package firmtally.server.customer.question;

import firmtally.server.customer.access.Visitor;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ActivityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.QuestionId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class QuestionStore {
  private static final String ROWS =
      """
      SELECT q.id, q.at, c.name, c.email, q.about, q.words, q.activity_id, q.answer, p.name AS answered_by, q.answered_at
      FROM customer_question q
      JOIN contact c ON c.id = q.contact_id
      LEFT JOIN person p ON p.id = q.answered_by
      WHERE q.account_id = :account
      """;
  private final Sql sql;

  QuestionStore(Sql sql) {
    this.sql = sql;
  }

  List<QuestionService.AskedQuestion> of(AccountId account, int most) {
    return sql.sql(ROWS + " ORDER BY q.id DESC LIMIT :most")
        .param("account", account)
        .param("most", most)
        .query(QuestionService.AskedQuestion.class)
        .list();
  }

  Optional<QuestionService.AskedQuestion> find(AccountId account, QuestionId id) {
    return sql.sql(ROWS + " AND q.id = :id")
        .param("account", account)
        .param("id", id)
        .query(QuestionService.AskedQuestion.class)
        .optional();
  }

  QuestionId insert(Visitor visitor, String about, String words, ActivityId planned, Instant at) {
    return sql.sql(
            """
            INSERT INTO customer_question (account_id, contact_id, at, about, words, activity_id)
            VALUES (:account, :contact, :at, :about, :words, :activity) RETURNING id
            """)
        .param("account", visitor.accountId())
        .param("contact", visitor.id())
        .param("at", at)
        .param("about", about)
        .param("words", words)
        .param("activity", planned)
        .query(QuestionId.class)
        .single();
  }

  int answer(QuestionId id, String words, PersonId by, Instant at) {
    return sql.sql(
            """
            UPDATE customer_question SET answer = :words, answered_by = :by, answered_at = :at
            WHERE id = :id AND answered_at IS NULL
            """)
        .param("id", id)
        .param("words", words)
        .param("by", by)
        .param("at", at)
        .update();
  }
}
