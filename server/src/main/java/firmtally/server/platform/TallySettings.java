package firmtally.server.platform;

import java.nio.file.Path;
import java.time.Instant;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where data lies and what to load.
 *
 * @param data the folder that holds the database
 * @param loadDemo fill an empty database with the demo data
 * @param clock the moment at which the clock starts to run, for tests that hold on any day; null
 *     for the machine's own clock
 */
@ConfigurationProperties("tally")
public record TallySettings(
    @DefaultValue("data") Path data, @DefaultValue("false") boolean loadDemo, Instant clock) {}
