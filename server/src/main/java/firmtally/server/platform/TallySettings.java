package firmtally.server.platform;

import java.net.URI;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where data lies and what to load.
 *
 * @param data the folder that holds the database
 * @param loadDemo fill an empty database with the demo data
 * @param clock the moment at which the clock starts to run, for tests that hold on any day; null
 *     for the machine's own clock
 * @param publicAddress where others reach it, such as {@code https://tally.example}, for links in
 *     mails and calendars; null for this machine alone
 * @param proxies the addresses of proxies that are believed when they say who asks, and that it was
 *     over TLS; none are unless they are named
 * @param monitorToken what a monitor shows that asks for health and measurements; null where none
 *     does
 * @param setupCode the code that the first visit asks for; null for one that is made up and printed
 */
@ConfigurationProperties("tally")
public record TallySettings(
    @DefaultValue("data") Path data,
    @DefaultValue("false") boolean loadDemo,
    Instant clock,
    URI publicAddress,
    @DefaultValue List<String> proxies,
    String monitorToken,
    String setupCode) {
  /** Where data lies; all else as it is usual. */
  public static TallySettings of(Path data) {
    return new TallySettings(data, false, null, null, List.of(), null, null);
  }
}
