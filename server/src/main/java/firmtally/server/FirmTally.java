package firmtally.server;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.event.EventListener;

/** Firm Tally's server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class FirmTally {
  private static final Logger LOG = LoggerFactory.getLogger(FirmTally.class);

  public static void main(String[] args) {
    SpringApplication.run(FirmTally.class, args);
  }

  @EventListener
  void ready(ApplicationReadyEvent event) {
    LOG.info(
        "ready at http://127.0.0.1:{}",
        event.getApplicationContext().getEnvironment().getProperty("local.server.port"));
  }
}
