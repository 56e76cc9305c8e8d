package firmtally.server.platform;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.function.Supplier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The one clock: whoever needs today takes it from here. */
@Configuration
public class ClockConfig {
  private static final ThreadLocal<Instant> TAKEN_OVER = new ThreadLocal<>();
  private static final LocalTime MORNING = LocalTime.of(9, 30);

  @Bean
  Clock clock(TallySettings settings, CompanyZone zone) {
    Duration ahead =
        settings.clock() == null
            ? Duration.ZERO
            : Duration.between(Instant.now(), settings.clock());
    return new HouseClock(zone::get, ahead);
  }

  /** Runs acts as on a day in the past, for history that is taken over; for this thread only. */
  public static void on(LocalDate day, Runnable acts) {
    Instant outer = TAKEN_OVER.get();
    TAKEN_OVER.set(day.atTime(MORNING).atZone(ZoneId.systemDefault()).toInstant());
    try {
      acts.run();
    } finally {
      // One day may lie within the story of another.
      if (outer == null) {
        TAKEN_OVER.remove();
      } else {
        TAKEN_OVER.set(outer);
      }
    }
  }

  private static final class HouseClock extends Clock {
    private final Supplier<ZoneId> zone;
    private final Duration ahead;

    HouseClock(Supplier<ZoneId> zone, Duration ahead) {
      this.zone = zone;
      this.ahead = ahead;
    }

    @Override
    public ZoneId getZone() {
      return zone.get();
    }

    @Override
    public Clock withZone(ZoneId other) {
      return new HouseClock(() -> other, ahead);
    }

    @Override
    public Instant instant() {
      Instant past = TAKEN_OVER.get();
      return past == null ? Instant.now().plus(ahead) : past;
    }
  }
}
