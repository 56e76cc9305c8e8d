package firmtally.server.platform.web;

/** Versions of records as HTTP shows them. */
public final class Versions {
  private Versions() {}

  /**
   * The version in an If-Match header such as {@code "7"}.
   *
   * @throws BadInput when there is none
   */
  public static long of(String ifMatch) {
    try {
      return Long.parseLong(ifMatch.replace("\"", "").strip());
    } catch (NumberFormatException e) {
      throw BadInput.at("If-Match", "Send the version you read as If-Match.");
    }
  }
}
