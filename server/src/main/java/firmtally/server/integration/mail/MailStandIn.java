package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.MailId;
import java.time.Clock;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The stand-in for a mail server: keeps each email as EML, and nothing leaves the machine. */
@Component
@ConditionalOnExpression("'${tally.smtp.host:}' == ''")
class MailStandIn implements OutgoingMail {
  private final Sql sql;
  private final Clock clock;

  MailStandIn(Sql sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  @Override
  public boolean leaves() {
    return false;
  }

  @Override
  @Transactional
  public void deliver(MailId id, Eml.Mail email) {
    sql.sql(
            """
            INSERT INTO email_standin (email_id, eml) VALUES (:id, :eml) ON CONFLICT DO NOTHING
            """)
        .param("id", id)
        .param("eml", Eml.write(email, clock.instant()))
        .update();
  }
}
