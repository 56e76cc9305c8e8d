package firmtally.server.platform.search;

import firmtally.server.platform.database.Sql;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Finds records by a phone number however it is written: by its last eight digits, so that a number
 * with and without its country's code is the same.
 */
@Component
public class PhoneIndex {
  private static final int DIGITS = 8;
  private static final int FEWEST = 6;
  private final Sql sql;

  PhoneIndex(Sql sql) {
    this.sql = sql;
  }

  /** A record with that number. */
  public record Owner(String record, long recordId) {}

  /** Puts a record's number in place of the one before; too few digits put none. */
  public void put(String record, long id, String phone) {
    sql.sql("DELETE FROM phone_digits WHERE record = :record AND record_id = :id")
        .param("record", record)
        .param("id", id)
        .update();
    add(record, id, phone);
  }

  /** Adds the number of a record that had none. */
  public void add(String record, long id, String phone) {
    String digits = digits(phone);
    if (digits.length() < FEWEST) {
      return;
    }
    sql.sql(
            """
            INSERT INTO phone_digits (digits, record, record_id) VALUES (:digits, :record, :id) ON CONFLICT DO NOTHING
            """)
        .param("digits", digits)
        .param("record", record)
        .param("id", id)
        .update();
  }

  /** The records with a number; none for too few digits. */
  public List<Owner> find(String phone) {
    String digits = digits(phone);
    if (digits.length() < FEWEST) {
      return List.of();
    }
    return sql.sql(
            "SELECT record, record_id FROM phone_digits WHERE digits = :digits ORDER BY record, record_id LIMIT 20")
        .param("digits", digits)
        .query(Owner.class)
        .list();
  }

  private static String digits(String phone) {
    String digits = phone == null ? "" : phone.replaceAll("[^0-9]", "");
    return digits.substring(Math.max(0, digits.length() - DIGITS));
  }
}
