package firmtally.core.money;

import java.util.Comparator;
import java.util.Locale;

/** How ids, codes and names are checked and ordered. */
public final class Texts {
  /** By code points, so that {@code R10} comes before {@code R9} and no locale has a say. */
  public static final Comparator<String> BY_CODE_POINT = Texts::compareCodePoints;

  private Texts() {}

  /**
   * The text itself, when it is not empty.
   *
   * @throws IllegalArgumentException naming it otherwise
   */
  public static String notEmpty(String name, String text) {
    if (text.isEmpty()) {
      throw new IllegalArgumentException(name + " is empty");
    }
    return text;
  }

  /** A constant as documents write it: {@code OVER_LIMIT} is {@code over-limit}. */
  public static String word(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static int compareCodePoints(String one, String two) {
    int i = 0;
    while (i < one.length() && i < two.length()) {
      int a = one.codePointAt(i);
      int b = two.codePointAt(i);
      if (a != b) {
        return Integer.compare(a, b);
      }
      i += Character.charCount(a);
    }
    return Integer.compare(one.length(), two.length());
  }
}
