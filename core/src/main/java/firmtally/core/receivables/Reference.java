package firmtally.core.receivables;

import firmtally.core.money.Texts;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The reference that a customer gives when they pay, as ISO 11649 has it: RF, two check digits, and
 * up to 21 letters and digits.
 *
 * <p>Example: invoice I-1001 has the reference {@code RF31 I100 1}, kept as {@code RF31I1001}.
 */
public final class Reference {
  private static final int LONGEST = 21;
  private static final int GROUP = 4;
  private static final BigInteger MODULUS = BigInteger.valueOf(97);
  private static final int CHECK_FROM = 98;
  private static final Pattern WRITTEN = Pattern.compile("RF\\s?[0-9]{2}(?:\\s?[0-9A-Z]){1,21}");

  private Reference() {}

  /**
   * The reference of a number; all but its letters and digits is left out.
   *
   * @throws IllegalArgumentException if nothing or more than 21 characters are left
   */
  public static String of(String number) {
    String body = number.toUpperCase(Locale.ROOT).replaceAll("[^0-9A-Z]", "");
    Texts.notEmpty("number", body);
    if (body.length() > LONGEST) {
      throw new IllegalArgumentException(
          "number " + number + " has more than " + LONGEST + " letters and digits");
    }
    int check = CHECK_FROM - digits(body + "RF00").mod(MODULUS).intValue();
    return String.format(Locale.ROOT, "RF%02d%s", check, body);
  }

  /** In groups of four, as it stands on paper: {@code RF31 I100 1}. */
  public static String grouped(String reference) {
    return reference.replaceAll("(.{" + GROUP + "})(?=.)", "$1 ");
  }

  /** Whether a text without spaces is a reference whose check digits are right. */
  public static boolean isRight(String reference) {
    return reference.matches("RF[0-9]{2}[0-9A-Z]{1,21}")
        && digits(reference.substring(GROUP) + reference.substring(0, GROUP))
            .mod(MODULUS)
            .equals(BigInteger.ONE);
  }

  /** The right references in what somebody wrote with their payment, without spaces, each once. */
  public static List<String> in(String words) {
    List<String> found = new ArrayList<>();
    Matcher matcher = WRITTEN.matcher(words.toUpperCase(Locale.ROOT));
    for (int from = 0; matcher.find(from); from = matcher.start() + 1) {
      longest(matcher.group().replaceAll("\\s", ""))
          .filter(reference -> !found.contains(reference))
          .ifPresent(found::add);
    }
    return found;
  }

  /** Words that follow a reference may look like a part of it: the longest right one is meant. */
  private static Optional<String> longest(String text) {
    for (int end = text.length(); end > GROUP; end--) {
      if (isRight(text.substring(0, end))) {
        return Optional.of(text.substring(0, end));
      }
    }
    return Optional.empty();
  }

  private static BigInteger digits(String text) {
    StringBuilder digits = new StringBuilder();
    text.chars().forEach(c -> digits.append(Character.getNumericValue(c)));
    return new BigInteger(digits.toString());
  }
}
