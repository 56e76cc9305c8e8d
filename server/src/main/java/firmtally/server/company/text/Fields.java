package firmtally.server.company.text;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The fields of a text, in braces, with what is filled in for them: {@code Dear {contact},} becomes
 * {@code Dear Ms Reed,}.
 */
public final class Fields {
  private static final Pattern FIELD = Pattern.compile("\\{([^{}\\n]{1,40})}");

  /** Every field that a text may have. */
  public static final Set<String> KNOWN =
      Set.of(
          "salutation",
          "contact",
          "account",
          "subject",
          "quote",
          "number",
          "valid until",
          "today",
          "total",
          "currency",
          "terms days",
          "company",
          "rep",
          "rep phone",
          "rep email",
          "link",
          "question",
          "answer",
          "user name");

  private final Map<String, String> values;

  private Fields(Map<String, String> values) {
    this.values = values;
  }

  /** None filled in yet. */
  public static Fields none() {
    return new Fields(Map.of());
  }

  /** The same with one more. */
  public Fields with(String field, String value) {
    if (!KNOWN.contains(field)) {
      throw new IllegalArgumentException("field " + field + " is not known");
    }
    Map<String, String> more = new LinkedHashMap<>(values);
    more.put(field, value);
    return new Fields(more);
  }

  /** A text with its fields filled in; one that has no value stays as it is written. */
  public String fill(String text) {
    return FIELD
        .matcher(text)
        .replaceAll(
            found ->
                Matcher.quoteReplacement(
                    values.getOrDefault(found.group(1).strip(), found.group())));
  }

  /** The fields of a text that nobody knows, each once, in braces. */
  public static List<String> unknown(String text) {
    List<String> unknown = new ArrayList<>();
    for (MatchResult found : FIELD.matcher(text).results().toList()) {
      if (!KNOWN.contains(found.group(1).strip()) && !unknown.contains(found.group())) {
        unknown.add(found.group());
      }
    }
    return unknown;
  }
}
