package firmtally.server.platform.doors;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;

/** Tells queries that are text from those that are not. */
final class Queries {
  private Queries() {}

  /** Whether everything behind a percent sign is two hexadecimal digits, and the whole is UTF-8. */
  static boolean isText(String query) {
    byte[] bytes = new byte[query.length() * 2];
    int size = 0;
    for (int i = 0; i < query.length(); i++) {
      char c = query.charAt(i);
      if (c == '%') {
        if (i + 2 >= query.length()) {
          return false;
        }
        int high = Character.digit(query.charAt(i + 1), 16);
        int low = Character.digit(query.charAt(i + 2), 16);
        if (high < 0 || low < 0) {
          return false;
        }
        bytes[size++] = (byte) (high * 16 + low);
        i += 2;
      } else if (c < 0x80) {
        bytes[size++] = (byte) c;
      } else {
        return false;
      }
    }
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes, 0, size));
      return true;
    } catch (CharacterCodingException e) {
      return false;
    }
  }
}
