package firmtally.server.platform.web;

import java.time.Duration;

/** Somebody asks too often; they may try again after a while. */
public final class TooMany extends RuntimeException {
  private final Duration after;

  /**
   * @param after how long to wait
   */
  public TooMany(Duration after) {
    super("Wait a minute; your account is not locked.");
    this.after = after;
  }

  public Duration after() {
    return after;
  }
}
