package firmtally.server.outside;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.NotThere;
import firmtally.server.platform.Sql;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** The stand-in for outgoing mail: keeps each mail as EML, and nothing leaves the machine. */
@Component
class Outbox implements OutgoingMail {
  private final Sql sql;
  private final Clock clock;

  Outbox(Sql sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /** A mail in the list. */
  record MailRow(long id, String at, String sender, String recipient, String subject) {}

  @Override
  public void send(Eml.Mail mail, long opportunity) {
    sql.sql(
            """
            INSERT INTO outbox_mail (at, sender, recipient, subject, opportunity_id, eml)
            VALUES (:at, :sender, :recipient, :subject, :opportunity, :eml)
            """)
        .param("at", clock.instant().toString())
        .param("sender", mail.from())
        .param("recipient", mail.to())
        .param("subject", mail.subject())
        .param("opportunity", opportunity)
        .param("eml", Eml.write(mail, clock.instant()))
        .update();
  }

  List<MailRow> list() {
    return sql.sql(
            "SELECT id, at, sender, recipient, subject FROM outbox_mail ORDER BY id DESC LIMIT 200")
        .query(MailRow.class)
        .list();
  }

  byte[] eml(long id) {
    return sql.sql("SELECT eml FROM outbox_mail WHERE id = :id")
        .param("id", id)
        .query((row, n) -> row.getBytes("eml"))
        .optional()
        .orElseThrow(() -> new NotThere("mail", id));
  }
}
