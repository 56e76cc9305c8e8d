package firmtally.server.platform.web;

/** The person may not do this; the words say why and who may. */
public final class NotAllowed extends RuntimeException {
  public NotAllowed(String words) {
    super(words);
  }
}
