package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.web.NotThere;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** The stand-in for outgoing email: keeps each email as EML, and nothing leaves the machine. */
@Component
class Outbox implements OutgoingMail {
  private final Sql sql;
  private final Clock clock;

  Outbox(Sql sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /** An email in the list. */
  record MailRow(long id, String at, String sender, String recipient, String subject) {}

  @Override
  public void send(Eml.Mail email, long opportunity) {
    sql.sql(
            """
            INSERT INTO outgoing_email (at, sender, recipient, subject, opportunity_id, eml)
            VALUES (:at, :sender, :recipient, :subject, :opportunity, :eml)
            """)
        .param("at", clock.instant().toString())
        .param("sender", email.from())
        .param("recipient", email.to())
        .param("subject", email.subject())
        .param("opportunity", opportunity)
        .param("eml", Eml.write(email, clock.instant()))
        .update();
  }

  List<MailRow> list() {
    return sql.sql(
            "SELECT id, at, sender, recipient, subject FROM outgoing_email ORDER BY id DESC LIMIT 200")
        .query(MailRow.class)
        .list();
  }

  byte[] eml(long id) {
    return sql.sql("SELECT eml FROM outgoing_email WHERE id = :id")
        .param("id", id)
        .query((row, n) -> row.getBytes("eml"))
        .optional()
        .orElseThrow(() -> new NotThere("email", id));
  }
}
