package firmtally.server.company.particulars;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The company's particulars, as they stand on its papers. */
@Service
public class ParticularsService {
  private static final int LONGEST = 120;
  private static final RecordId COMPANY = new RecordId(1);
  private final Sql sql;
  private final ChangeLog log;

  public ParticularsService(Sql sql, ChangeLog log) {
    this.sql = sql;
    this.log = log;
  }

  /** What can be typed. */
  public record ParticularsForm(
      String street,
      String postal,
      String town,
      String country,
      String phone,
      String email,
      String website,
      String taxId,
      String registration,
      String bank,
      String language) {}

  /** As they are now. */
  public Particulars get() {
    return sql.sql(
            """
            SELECT name, street, postal, town, country, phone, email, website, tax_id, registration, bank, language, version
            FROM company WHERE id = 1
            """)
        .query(Particulars.class)
        .single();
  }

  /** Changes them; papers that left before stay as they are. */
  @Transactional
  public void change(long version, ParticularsForm typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    ParticularsForm read =
        new ParticularsForm(
            input.optionalText("street", typed.street(), LONGEST),
            input.optionalText("postal", typed.postal(), LONGEST),
            input.optionalText("town", typed.town(), LONGEST),
            input.optionalText("country", typed.country(), LONGEST),
            input.optionalText("phone", typed.phone(), LONGEST),
            input.email("email", typed.email(), LONGEST),
            input.optionalText("website", typed.website(), LONGEST),
            input.optionalText("taxId", typed.taxId(), LONGEST),
            input.optionalText("registration", typed.registration(), LONGEST),
            input.optionalText("bank", typed.bank(), LONGEST),
            Languages.read(input, "language", typed.language()));
    if (read.language().isEmpty()) {
      input.refuse("language", "Required.");
    }
    input.check();
    int updated =
        sql.sql(
                """
                UPDATE company SET street = :street, postal = :postal, town = :town, country = :country, phone = :phone,
                  email = :email, website = :website, tax_id = :taxId, registration = :registration, bank = :bank,
                  language = :language, version = version + 1
                WHERE id = 1 AND version = :version
                """)
            .paramSource(read)
            .param("version", version)
            .update();
    log.expectOne(updated, "company", COMPANY, version);
    log.note(
        actor.id(), "company", COMPANY, "particulars", null, read.street() + ", " + read.town());
  }
}
