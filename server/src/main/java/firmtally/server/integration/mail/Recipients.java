package firmtally.server.integration.mail;

import firmtally.server.platform.web.Input;
import java.util.Arrays;
import java.util.List;

/** Addresses that an email goes to, as they are typed: between commas or semicolons. */
public final class Recipients {
  private static final int LONGEST = 200;
  private static final int MOST = 10;

  private Recipients() {}

  private static List<String> split(String typed) {
    return Arrays.stream((typed == null ? "" : typed).split("[,;]"))
        .map(String::strip)
        .filter(address -> !address.isEmpty())
        .distinct()
        .toList();
  }

  /** The first of those that were typed; blank for none. */
  public static String first(String typed) {
    return split(typed).stream().findFirst().orElse("");
  }

  /** All of them, each checked. */
  public static List<String> read(Input input, String at, String typed) {
    List<String> addresses = split(typed);
    if (addresses.size() > MOST) {
      input.refuse(at, "At most " + MOST + " addresses.");
    }
    addresses.forEach(address -> input.email(at, address, LONGEST));
    return addresses;
  }
}
