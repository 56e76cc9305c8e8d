package firmtally.server.platform.database;

/** Why the application does not start, in a sentence for whoever operates it. */
public class CannotStart extends RuntimeException {
  public CannotStart(String words) {
    super(words);
  }
}
