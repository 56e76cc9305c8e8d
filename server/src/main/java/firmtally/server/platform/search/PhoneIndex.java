package firmtally.server.platform.search;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.MaybeNull;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Finds records by a phone number however it is written: by its last eight digits, so that a number
 * with and without its country's code is the same.
 */
@Component
public class PhoneIndex {
  private static final int DIGITS = 8;
  private static final int FEWEST = 6;
  private static final String FIND =
      """
      SELECT d.digits, d.record, d.record_id, c.account_id
      FROM json_each(:digits) asked CROSS JOIN phone_digits d ON d.digits = asked.value
        LEFT JOIN contact c ON d.record = 'contact' AND c.id = d.record_id
      ORDER BY d.record, d.record_id
      """;
  private final Sql sql;

  public PhoneIndex(Sql sql) {
    this.sql = sql;
  }

  /**
   * A record with that number.
   *
   * @param accountId of a contact, the account
   */
  public record Owner(
      String digits, String record, RecordId recordId, @MaybeNull AccountId accountId) {}

  /** Puts a record's number in place of the one before; too few digits put none. */
  public void put(String record, Id id, String phone) {
    sql.sql("DELETE FROM phone_digits WHERE record = :record AND record_id = :id")
        .param("record", record)
        .param("id", id)
        .update();
    add(record, id, phone);
  }

  /** Takes the numbers of records out. */
  public void remove(String record, Collection<? extends Id> ids) {
    sql.sql(
            "DELETE FROM phone_digits WHERE record = :record AND record_id IN (SELECT value FROM json_each(:ids))")
        .param("record", record)
        .param("ids", JsonList.of(ids))
        .update();
  }

  /** Adds the number of a record that had none. */
  public void add(String record, Id id, String phone) {
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

  /** The records with each of some numbers, by the number as it was asked for. */
  public Map<String, List<Owner>> find(Collection<String> numbers) {
    Map<String, String> digits = new LinkedHashMap<>();
    for (String number : numbers) {
      String last = digits(number);
      if (last.length() >= FEWEST) {
        digits.put(number, last);
      }
    }
    if (digits.isEmpty()) {
      return Map.of();
    }
    Map<String, List<Owner>> found =
        sql
            .sql(FIND)
            .param("digits", JsonList.of(Set.copyOf(digits.values())))
            .query(Owner.class)
            .list()
            .stream()
            .collect(Collectors.groupingBy(Owner::digits));
    return digits.entrySet().stream()
        .filter(entry -> found.containsKey(entry.getValue()))
        .collect(Collectors.toMap(Map.Entry::getKey, entry -> found.get(entry.getValue())));
  }

  private static String digits(String phone) {
    String digits = phone == null ? "" : phone.replaceAll("[^0-9]", "");
    return digits.substring(Math.max(0, digits.length() - DIGITS));
  }
}
