package firmtally.server.platform.web;

/** Somebody else changed the record first. */
public final class Conflict extends RuntimeException {
  private final long version;

  /**
   * @param version the version that stands now
   */
  public Conflict(String words, long version) {
    super(words);
    this.version = version;
  }

  public long version() {
    return version;
  }
}
