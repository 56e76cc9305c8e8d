package firmtally.server.platform.web;

/** A record that was asked for does not exist. */
public final class NotThere extends RuntimeException {
  public NotThere(String what, Object id) {
    super(Character.toUpperCase(what.charAt(0)) + what.substring(1) + " " + id + " not found.");
  }
}
