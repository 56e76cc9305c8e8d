package firmtally.server.company.choice;

import java.util.List;
import java.util.Locale;

/** A list of words to choose from, and the columns in which a word of it stands. */
public enum ChoiceList {
  INDUSTRY("account.industry"),
  SOURCE("opportunity.source", "enquiry_row.source", "assignment_rule.source"),
  PRICE_GROUP("account.price_group", "price_rule.for_whom"),
  UNIT("product.unit"),
  LOST_REASON("opportunity.reason"),
  NOT_PURSUED_REASON("enquiry_row.reason"),
  TAX_EXEMPTION("account.tax_exemption");

  private final List<String> columns;

  ChoiceList(String... columns) {
    this.columns = List.of(columns);
  }

  /** As the database and the API name it: {@code price-group}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** Whether the records of a column have a version. */
  boolean hasVersion(String column) {
    return !column.startsWith("assignment_rule.");
  }

  /** Where a word of it is kept, such as {@code account.industry}. */
  List<String> columns() {
    return columns;
  }
}
