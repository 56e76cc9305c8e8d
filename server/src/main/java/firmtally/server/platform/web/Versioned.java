package firmtally.server.platform.web;

/** A record as a screen shows it, with the version that a change of it must name. */
public interface Versioned {
  /** The version that was read; it is sent as ETag too. */
  long version();
}
