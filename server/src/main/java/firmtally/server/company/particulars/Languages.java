package firmtally.server.company.particulars;

import firmtally.server.platform.web.Input;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Languages by their two letters, as ISO 639 has them. */
public final class Languages {
  private static final Set<String> KNOWN =
      Arrays.stream(Locale.getISOLanguages())
          .filter(code -> code.length() == 2)
          .collect(Collectors.toCollection(TreeSet::new));

  private Languages() {}

  /** A language as typed; blank when it was left out. */
  public static String read(Input input, String at, String typed) {
    String code = typed == null ? "" : typed.strip().toLowerCase(Locale.ROOT);
    if (!code.isEmpty() && !KNOWN.contains(code)) {
      input.refuse(at, "Enter a language by its two letters, such as en or de.");
    }
    return code;
  }
}
