package firmtally.server.integration.webhook;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Signs what is sent by HTTP Message Signatures (RFC 9421) with HMAC and SHA-256, over the method,
 * the address and the digest of the body (RFC 9530).
 *
 * @param digest the value of Content-Digest
 * @param input the value of Signature-Input
 * @param value the value of Signature
 */
record Signature(String digest, String input, String value) {
  private static final String LABEL = "tally";

  /** Of a POST. */
  static Signature of(String url, byte[] body, String keyId, String secret, Instant at) {
    String digest = "sha-256=:" + base64(sha256(body)) + ":";
    String parameters =
        "(\"@method\" \"@target-uri\" \"content-digest\");created="
            + at.getEpochSecond()
            + ";keyid=\""
            + keyId
            + "\";alg=\"hmac-sha256\"";
    String signed =
        "\"@method\": POST\n\"@target-uri\": "
            + url
            + "\n\"content-digest\": "
            + digest
            + "\n\"@signature-params\": "
            + parameters;
    return new Signature(
        digest, LABEL + "=" + parameters, LABEL + "=:" + base64(hmac(secret, signed)) + ":");
  }

  private static String base64(byte[] bytes) {
    return Base64.getEncoder().encodeToString(bytes);
  }

  private static byte[] sha256(byte[] bytes) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(bytes);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every JDK has SHA-256", e);
    }
  }

  private static byte[] hmac(String secret, String text) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
      return mac.doFinal(text.getBytes(StandardCharsets.UTF_8));
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every JDK has HmacSHA256", e);
    }
  }
}
