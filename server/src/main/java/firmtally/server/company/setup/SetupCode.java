package firmtally.server.company.setup;

import firmtally.server.access.UserService;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.web.PublicAddress;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * What the first visit has to know: a code that the server printed when it started. So an empty
 * company belongs to who runs the server, not to whoever comes first.
 */
@Component
class SetupCode {
  private static final Logger LOG = LoggerFactory.getLogger(SetupCode.class);
  private static final int HALF = 10_000;
  private final UserService people;
  private final PublicAddress address;
  private final String code;

  SetupCode(UserService people, PublicAddress address, TallySettings settings) {
    this.people = people;
    this.address = address;
    SecureRandom random = new SecureRandom();
    this.code =
        settings.setupCode() == null
            ? "%04d-%04d".formatted(random.nextInt(HALF), random.nextInt(HALF))
            : settings.setupCode();
  }

  @EventListener
  void print(ApplicationReadyEvent event) {
    if (people.isEmpty()) {
      LOG.info(
          "the company is not set up yet: open {} and enter the code {}", address.of("/"), code);
    }
  }

  boolean fits(String typed) {
    return MessageDigest.isEqual(plain(code), plain(typed == null ? "" : typed));
  }

  /** Without what people leave out or put between. */
  private static byte[] plain(String text) {
    return text.replaceAll("[\\s-]", "").getBytes(StandardCharsets.UTF_8);
  }
}
