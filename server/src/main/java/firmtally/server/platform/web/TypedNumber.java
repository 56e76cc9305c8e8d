package firmtally.server.platform.web;

import com.ezylang.evalex.EvaluationException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.parser.ParseException;
import firmtally.formats.writing.Writing;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Numbers as people type and paste them: {@code 379.05}, {@code 379,05}, {@code 1.234,50}, {@code
 * 1'234.50}, with the sign or code of a currency or a unit beside them ({@code 1,250.50 €}, {@code
 * EUR 450}, {@code 3 pcs}), and small sums such as {@code 12*4} or {@code 1200/3}. {@code 1,200}
 * can be read in two ways: it is read as the company's country writes, and refused where a comma
 * means nothing there or no country was named.
 */
public final class TypedNumber {
  private static final Pattern SUM = Pattern.compile("[-+*/(). 0-9]{1,60}");
  private static final Pattern OPERATOR = Pattern.compile(".+[-+*/(].*|\\(.*", Pattern.DOTALL);
  private static final Pattern SPACES = Pattern.compile("[\\s\\u00a0\\u202f]+");
  private static final Pattern APOSTROPHES = Pattern.compile("(?<=[0-9])['’](?=[0-9]{3})");

  /** What stands beside a number and says nothing about how much it is. */
  private static final Pattern BESIDE =
      Pattern.compile("\\p{Sc}|(?<!\\p{L})\\p{L}{1,10}\\.?(?!\\p{L})");

  private static final Pattern GROUPED_BY_POINT =
      Pattern.compile("[0-9]{1,3}(\\.[0-9]{3})+,[0-9]*");
  private static final Pattern GROUPED_BY_COMMA =
      Pattern.compile("[0-9]{1,3}(,[0-9]{3})+\\.[0-9]*|[0-9]{1,3}(,[0-9]{3}){2,}");
  private static final Pattern COMMA = Pattern.compile("-?[0-9]+,[0-9]+");
  private static final Pattern HAS_DIGIT = Pattern.compile("[0-9]");
  private static final Pattern EITHER = Pattern.compile("[0-9]{1,3},[0-9]{3}");

  private TypedNumber() {}

  /**
   * The plain decimal of what was typed. Only a sum is rounded, half up to the decimals that its
   * field has; anything that is no number is given back as it is, for its field to refuse.
   *
   * @throws IllegalArgumentException when a sum cannot be worked out, or a number can be read in
   *     two ways: {@code 1,200}
   */
  public static String plain(String typed, int decimals) {
    return isPlain(typed) ? typed : read(typed, decimals);
  }

  /** Digits with a point at most: nearly all of what is typed, and nothing to be read into it. */
  static boolean isPlain(String typed) {
    int points = 0;
    for (int i = 0; i < typed.length(); i++) {
      char c = typed.charAt(i);
      points += c == '.' ? 1 : 0;
      if (c != '.' && (c < '0' || c > '9') || points > 1) {
        return false;
      }
    }
    return true;
  }

  private static String read(String typed, int decimals) {
    String text = SPACES.matcher(bare(typed)).replaceAll("");
    text = APOSTROPHES.matcher(text).replaceAll("");
    text = text.replace('×', '*').replace('÷', '/').replace('−', '-');
    if (EITHER.matcher(text).matches()) {
      Writing ours = Written.writing();
      if (ours.decimal() == ',') {
        return text.replace(',', '.');
      }
      if (ours.group() == ',') {
        return text.replace(",", "");
      }
      throw eitherWay(typed, text.replace(",", ""), text.replace(',', '.'));
    }
    if (GROUPED_BY_POINT.matcher(text).matches()) {
      text = text.replace(".", "").replace(',', '.');
    } else if (GROUPED_BY_COMMA.matcher(text).matches()) {
      text = text.replace(",", "");
    } else if (COMMA.matcher(text).matches()) {
      text = text.replace(',', '.');
    }
    return SUM.matcher(text).matches() && OPERATOR.matcher(text).matches()
        ? sum(text, decimals)
        : text;
  }

  /** Without one currency or unit before or behind; more words than one are no number. */
  private static String bare(String typed) {
    String text = typed.strip();
    Matcher beside = BESIDE.matcher(text);
    if (!beside.find()) {
      return typed;
    }
    boolean isAtAnEnd = beside.start() == 0 || beside.end() == text.length();
    String rest = text.substring(0, beside.start()) + text.substring(beside.end());
    return isAtAnEnd && HAS_DIGIT.matcher(rest).find() && !BESIDE.matcher(rest).find()
        ? rest
        : typed;
  }

  static IllegalArgumentException eitherWay(String typed, String whole, String part) {
    return new IllegalArgumentException(
        "\"" + typed.strip() + "\" can be read in two ways; write " + whole + " or " + part);
  }

  private static String sum(String text, int decimals) {
    try {
      BigDecimal result = new Expression(text).evaluate().getNumberValue();
      BigDecimal rounded = result.setScale(decimals, RoundingMode.HALF_UP).stripTrailingZeros();
      return rounded.toPlainString();
    } catch (EvaluationException | ParseException | ArithmeticException e) {
      throw new IllegalArgumentException("the sum \"" + text + "\" is not a valid sum", e);
    }
  }
}
