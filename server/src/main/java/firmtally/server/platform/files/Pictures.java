package firmtally.server.platform.files;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/**
 * Tells what kind of picture bytes are, by how they begin; a name or a claimed type is not asked.
 */
public final class Pictures {
  private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
  private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};
  private static final int WEBP_AT = 8;

  private Pictures() {}

  /** The media type of a PNG, JPEG or WebP; empty for anything else. */
  public static Optional<String> typeOf(byte[] bytes) {
    if (begins(bytes, PNG, 0)) {
      return Optional.of("image/png");
    }
    if (begins(bytes, JPEG, 0)) {
      return Optional.of("image/jpeg");
    }
    boolean isWebp = begins(bytes, ascii("RIFF"), 0) && begins(bytes, ascii("WEBP"), WEBP_AT);
    return isWebp ? Optional.of("image/webp") : Optional.empty();
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  private static boolean begins(byte[] bytes, byte[] with, int at) {
    return bytes.length >= at + with.length
        && Arrays.equals(bytes, at, at + with.length, with, 0, with.length);
  }
}
