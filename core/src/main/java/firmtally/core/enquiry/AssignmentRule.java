package firmtally.core.enquiry;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joda.money.Money;

/**
 * Which enquiries a rule means. What is empty means any; all that is given has to hold. Texts are
 * compared without regard to case and to space around them.
 *
 * <p>Example: a rule for the postal prefixes 24 and 25 and worth from 5,000.00 means an enquiry
 * from 24103 worth 5,000.00, but none from 26000, none worth 4,999.99, and none whose worth is not
 * known.
 *
 * @param postalPrefixes what the postal code begins with, one of them; empty for any
 * @param family the product family asked about
 * @param source where they heard of us
 * @param worthFrom the least worth, included
 * @param worthBelow the worth that is too much, excluded
 */
public record AssignmentRule(
    List<String> postalPrefixes,
    Optional<String> family,
    Optional<String> source,
    Optional<Money> worthFrom,
    Optional<Money> worthBelow) {
  public AssignmentRule {
    postalPrefixes = postalPrefixes.stream().map(AssignmentRule::plain).toList();
  }

  /**
   * What is known of an enquiry.
   *
   * @param postal blank where unknown
   * @param worth in the currency of the rules; empty where unknown
   */
  public record Facts(
      String postal, Optional<String> family, String source, Optional<Money> worth) {}

  /** Whether the rule means an enquiry. */
  public boolean means(Facts facts) {
    return meansPostal(plain(facts.postal()))
        && family.map(f -> facts.family().filter(g -> same(f, g)).isPresent()).orElse(true)
        && source.map(s -> same(s, facts.source())).orElse(true)
        && worthFrom
            .map(from -> facts.worth().filter(w -> !w.isLessThan(from)).isPresent())
            .orElse(true)
        && worthBelow
            .map(below -> facts.worth().filter(w -> w.isLessThan(below)).isPresent())
            .orElse(true);
  }

  private boolean meansPostal(String postal) {
    return postalPrefixes.isEmpty() || postalPrefixes.stream().anyMatch(postal::startsWith);
  }

  private static boolean same(String one, String other) {
    return plain(one).equals(plain(other));
  }

  private static String plain(String text) {
    return text.strip().toUpperCase(Locale.ROOT);
  }
}
