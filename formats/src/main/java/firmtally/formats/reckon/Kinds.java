package firmtally.formats.reckon;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The kinds of document that are answered, with an example of each. */
public final class Kinds {
  private static final List<String> ALL =
      List.of(
          "worksheet",
          "credit",
          "odds",
          "outlook",
          "renewals",
          "bridge",
          "variance",
          "invoicing",
          "charges",
          "settlement",
          "funnel",
          "approval",
          "movement");

  private Kinds() {}

  /** Their words, in the order of the contract. */
  public static List<String> all() {
    return ALL;
  }

  /** What a document of the kind says as its format: {@code firm-tally/worksheet/1}. */
  public static String format(String kind) {
    return "firm-tally/" + kind + "/1";
  }

  /** A small document of the kind that is in order. */
  public static String example(String kind) {
    try (InputStream in = Kinds.class.getResourceAsStream("examples/" + kind + ".json")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
