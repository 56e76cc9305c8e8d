package firmtally.server.customers.enquiry;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What a file of enquiries may hold, and by which headings it is recognised. */
enum ImportColumns {
  NAME(
      "name",
      true,
      Set.of("name", "company", "account", "customer", "firm", "organisation", "who")),
  SUBJECT(
      "subject",
      true,
      Set.of("subject", "about", "what", "message", "request", "interest", "topic")),
  EMAIL("email", false, Set.of("email", "mail", "emailaddress", "mailaddress")),
  PHONE("phone", false, Set.of("phone", "telephone", "tel", "mobile", "phonenumber")),
  PERSON("person", false, Set.of("person", "contact", "contactperson", "contactname")),
  POSTAL("postal", false, Set.of("postal", "postalcode", "postcode", "zip", "zipcode")),
  TOWN("town", false, Set.of("town", "city", "place")),
  FAMILY("family", false, Set.of("family", "productfamily", "product")),
  VALUE("value", false, Set.of("value", "worth", "amount", "size", "budget")),
  SOURCE("source", false, Set.of("source", "heardofus", "heardby", "origin")),
  CAMPAIGN("campaign", false, Set.of("campaign", "action"));

  private final String word;
  private final boolean needed;
  private final Set<String> headings;

  ImportColumns(String word, boolean needed, Set<String> headings) {
    this.word = word;
    this.needed = needed;
    this.headings = headings;
  }

  /** As the API and the problems name it. */
  String word() {
    return word;
  }

  boolean isNeeded() {
    return needed;
  }

  /** For each field the column that its heading names, or -1. */
  static List<Integer> guess(List<String> columns) {
    List<String> plain =
        columns.stream().map(c -> c.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "")).toList();
    List<Integer> guess = new ArrayList<>();
    for (ImportColumns field : values()) {
      int at = -1;
      for (int i = 0; i < plain.size() && at < 0; i++) {
        at = field.headings.contains(plain.get(i)) ? i : -1;
      }
      guess.add(at);
    }
    return guess;
  }
}
