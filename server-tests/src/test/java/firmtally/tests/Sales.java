package firmtally.tests;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpMethod;

/** What a rep does over and over, for tests that go on from there. */
final class Sales {
  private Sales() {}

  static Map<String, Object> line(String id, String product, String quantity, String discount) {
    Map<String, Object> line = new HashMap<>();
    for (String name :
        List.of(
            "family",
            "listPrice",
            "unitCost",
            "taxPercent",
            "unitPrice",
            "alternativeSet",
            "everyMonths",
            "termMonths")) {
      line.put(name, null);
    }
    line.putAll(Map.of("id", id, "product", product, "description", "", "quantity", quantity));
    line.putAll(Map.of("gift", false, "optional", false, "chosen", false));
    line.put("discountPercent", discount);
    return line;
  }

  static Map<String, Object> form(List<Map<String, Object>> lines) {
    Map<String, Object> form = new HashMap<>();
    form.put("lines", lines);
    for (String name :
        List.of("discountPercent", "discountAmount", "targetContract", "targetMargin")) {
      form.put(name, null);
    }
    return form;
  }

  static Map<String, String> match(Guest.Answer of, String pointer) {
    return Map.of("If-Match", "\"" + of.text(pointer) + "\"");
  }

  static long newOpportunity(Guest rep, String title) {
    Map<String, String> account =
        new HashMap<>(
            Map.of(
                "name",
                "Way " + title,
                "kind",
                "company",
                "industry",
                "",
                "postal",
                "",
                "town",
                "Saltmere"));
    account.putAll(Map.of("email", "way@saltmere.example", "phone", "", "contact", "Ada Fallow"));
    return newOpportunity(rep, title, "" + rep.post("/api/accounts", account).is(200).id());
  }

  /** An opportunity of an account that is there. */
  static long newOpportunity(Guest rep, String title, String accountId) {
    return rep.post("/api/opportunities", Map.of("accountId", accountId, "title", title))
        .is(200)
        .id();
  }

  static Guest.Answer saveLines(Guest rep, long opportunity, List<Map<String, Object>> lines) {
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity).is(200);
    return rep.send(
        HttpMethod.PUT,
        "/api/opportunities/" + opportunity + "/worksheet",
        form(lines),
        match(page, "/worksheet/version"));
  }

  static long sentQuote(Guest rep, long opportunity) {
    long quote = rep.post("/api/opportunities/" + opportunity + "/quotes", null).is(200).id();
    Guest.Answer draft = rep.get("/api/quotes/" + quote).is(200);
    rep.send(HttpMethod.POST, "/api/quotes/" + quote + "/send", null, match(draft, "/version"))
        .is(200);
    return quote;
  }

  /** A line of a plan. */
  static Map<String, Object> plan(String id, String product, String quantity, int every, int term) {
    Map<String, Object> plan = line(id, product, quantity, null);
    plan.putAll(Map.of("everyMonths", every, "termMonths", term));
    return plan;
  }

  /** Places an order on a sent quote, and gives its id. */
  static long order(Guest rep, long quote, String number) {
    return rep.post("/api/quotes/" + quote + "/order", Map.of("poNumber", number)).is(200).id();
  }

  /** An account is written to in a language from now on. */
  static void writeIn(Guest manager, String language, String account) {
    Guest.Answer is = manager.get("/api/accounts/" + account).is(200);
    Map<String, Object> typed = new HashMap<>();
    for (String name :
        List.of("name", "industry", "street", "postal", "town", "country", "email", "phone")) {
      typed.put(name, is.text("/" + name));
    }
    typed.putAll(Map.of("taxId", "", "taxExemption", "", "paysAs", "", "priceGroup", ""));
    typed.putAll(Map.of("termsDays", "30", "poNumberRequired", false, "language", language));
    manager.send(HttpMethod.PUT, "/api/accounts/" + account, typed, match(is, "/version")).is(204);
  }
}
