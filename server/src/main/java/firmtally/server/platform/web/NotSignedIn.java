package firmtally.server.platform.web;

/** Nobody is signed in who may come in here; the words say what to do. */
public final class NotSignedIn extends RuntimeException {
  public NotSignedIn(String words) {
    super(words);
  }
}
