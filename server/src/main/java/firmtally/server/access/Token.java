package firmtally.server.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** The secret of a link: 256 bits that nobody guesses, of which only the hash is kept. */
public record Token(String text) {
  private static final int BYTES = 32;
  private static final SecureRandom RANDOM = new SecureRandom();

  /** A new one. */
  public static Token random() {
    byte[] bytes = new byte[BYTES];
    RANDOM.nextBytes(bytes);
    return new Token(Base64.getUrlEncoder().withoutPadding().encodeToString(bytes));
  }

  /** What is kept of it. */
  public String hash() {
    return sha256(text);
  }

  /** The SHA-256 of a text, in hexadecimal. */
  public static String sha256(String text) {
    try {
      byte[] hash =
          MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(hash);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }
}
