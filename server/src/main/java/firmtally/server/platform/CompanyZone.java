package firmtally.server.platform;

import java.time.ZoneId;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;

/**
 * The time zone in which the company's days begin: the machine's until the company names another.
 */
@Component
public class CompanyZone {
  private final AtomicReference<ZoneId> zone = new AtomicReference<>(ZoneId.systemDefault());

  /** The zone that days are told in. */
  public ZoneId get() {
    return zone.get();
  }

  /** Takes the zone of the settings. */
  public void set(ZoneId of) {
    zone.set(of);
  }
}
