package firmtally.server.access;

import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the company asks of everybody who signs in. */
@Service
public class SignInPolicy {
  private static final RecordId COMPANY = new RecordId(1);
  private final Sql sql;
  private final ChangeLog log;
  private final Remembered<Boolean> required;

  SignInPolicy(Sql sql, ChangeLog log) {
    this.sql = sql;
    this.log = log;
    this.required = new Remembered<>(this::read);
  }

  private Boolean read() {
    return sql.sql("SELECT second_factor_required FROM company WHERE id = 1")
        .query(Boolean.class)
        .optional()
        .orElse(Boolean.FALSE);
  }

  /** Whether everybody must have a second factor. */
  public boolean wantsSecondFactor() {
    return required.get();
  }

  /** Asks for a second factor of everybody, or leaves it to them; who has none sets it up next. */
  @Transactional
  public void setWantsSecondFactor(boolean wanted, Actor by) {
    by.checkAdministrates();
    boolean before = wantsSecondFactor();
    if (before == wanted) {
      return;
    }
    sql.sql("UPDATE company SET second_factor_required = :wanted WHERE id = 1")
        .param("wanted", wanted)
        .update();
    required.forget();
    log.note(
        by.id(), "company", COMPANY, "second factor for everybody", words(before), words(wanted));
  }

  private static String words(boolean wanted) {
    return wanted ? "required" : "optional";
  }
}
