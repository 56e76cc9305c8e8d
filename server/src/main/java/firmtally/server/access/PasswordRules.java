package firmtally.server.access;

import com.nulabinc.zxcvbn.Strength;
import com.nulabinc.zxcvbn.Zxcvbn;
import firmtally.server.platform.web.Input;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;

/**
 * Which passwords are taken: long ones that are not easy to guess. No mixture of letters and digits
 * is asked for, and none has to be changed by the calendar. What is easy to guess is told by lists
 * of common passwords, words and names that ship with the application, by the keys that lie side by
 * side, and by what is known of the user.
 */
final class PasswordRules {
  static final int SHORTEST = 10;

  /** What the way passwords are kept has room for. */
  static final int MOST_BYTES = 72;

  /** Of 4: what somebody guesses within a million tries is refused. */
  private static final int LEAST_STRENGTH = 2;

  private static final Zxcvbn GUESSER = new Zxcvbn();

  private PasswordRules() {}

  /**
   * Refuses a password that does not do.
   *
   * @param known what others know of the user: user name, name, email address
   */
  static void check(Input input, String typed, List<String> known) {
    String password = typed == null ? "" : typed;
    if (password.codePointCount(0, password.length()) < SHORTEST) {
      input.refuse("password", "A password has at least " + SHORTEST + " characters.");
    } else if (isTooLong(password)) {
      input.refuse(
          "password",
          "A password has at most " + MOST_BYTES + " bytes; letters with accents are two.");
    } else {
      Strength strength = GUESSER.measure(password, known);
      if (strength.getScore() < LEAST_STRENGTH) {
        String why = strength.getFeedback().getWarning(Locale.ENGLISH);
        input.refuse(
            "password",
            "This password is easy to guess. "
                + (why.isBlank() ? "" : why.endsWith(".") ? why + " " : why + ". ")
                + "Take several unrelated words.");
      }
    }
  }

  static boolean isTooLong(String password) {
    return password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES;
  }
}
