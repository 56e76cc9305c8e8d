package firmtally.server.company.ownfield;

import firmtally.server.platform.database.Where;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.TypedNumber;
import java.math.BigDecimal;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Own fields in statements: what a record has, and what lists are narrowed to. */
public final class OwnFieldSql {
  private static final Pattern TERM = Pattern.compile("([0-9]{1,12})(=|>=|<=)(.*)", Pattern.DOTALL);
  private static final Pattern DAY = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");
  private static final int SCALE = 4;

  private OwnFieldSql() {}

  /** What a record has in a field; blank for nothing. */
  public static String text(OwnFieldId field, String recordId) {
    return "COALESCE((SELECT ov.text FROM own_value ov WHERE ov.field_id = "
        + field.value()
        + " AND ov.record_id = "
        + recordId
        + "), '')";
  }

  /**
   * Narrows to what stands in own fields: {@code 3=Dairy|7>=100|7<=250|9>=2027-01-01}.
   *
   * @param record the kind of record that is listed: a field of another says nothing of it
   * @param recordId the expression of the record's id
   * @throws BadInput where it is not written so
   */
  public static void narrow(Where where, String record, String recordId, String terms) {
    if (terms == null || terms.isBlank()) {
      return;
    }
    int n = 0;
    for (String term : terms.split("\\|")) {
      Matcher read = TERM.matcher(term);
      if (!read.matches()) {
        throw BadInput.at("own", "Enter field, sign and value, such as 3=Dairy or 7>=100.");
      }
      String value = "own" + n;
      String field = "ownField" + n;
      n++;
      where
          .with(field, Long.valueOf(read.group(1)))
          .with("ownRecord", record)
          .and(
              "EXISTS (SELECT 1 FROM own_field owf JOIN own_value ov ON ov.field_id = owf.id"
                  + " WHERE owf.record = :ownRecord AND owf.id = :"
                  + field
                  + " AND ov.record_id = "
                  + recordId
                  + " AND "
                  + compared(read.group(2), value, read.group(3))
                  + ")",
              value,
              bound(read.group(2), read.group(3)));
    }
  }

  private static String compared(String sign, String parameter, String value) {
    if ("=".equals(sign)) {
      return "ov.text = :" + parameter + " COLLATE NOCASE";
    }
    return (DAY.matcher(value).matches() ? "ov.text " : "ov.number ") + sign + " :" + parameter;
  }

  private static Object bound(String sign, String value) {
    if ("=".equals(sign) || DAY.matcher(value).matches()) {
      return value;
    }
    try {
      return new BigDecimal(TypedNumber.plain(value.strip(), SCALE))
          .movePointRight(SCALE)
          .longValue();
    } catch (IllegalArgumentException e) {
      throw BadInput.at("own", "Enter a number or a day behind " + sign + ".");
    }
  }
}
