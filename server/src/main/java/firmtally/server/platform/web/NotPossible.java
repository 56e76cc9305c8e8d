package firmtally.server.platform.web;

/** The act does not fit the state that the record is in: sending a sent quote, say. */
public final class NotPossible extends RuntimeException {
  public NotPossible(String words) {
    super(words);
  }
}
