package firmtally.server.platform.web;

import firmtally.server.platform.TallySettings;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/**
 * Links to this application as others reach it. What a request says of its host is never taken for
 * it: whoever sends the request could name another.
 */
@Component
public class PublicAddress {
  private final TallySettings settings;
  private final Environment environment;

  PublicAddress(TallySettings settings, Environment environment) {
    this.settings = settings;
    this.environment = environment;
  }

  /** The link to a path, such as {@code /orders/7}. */
  public String of(String path) {
    String base =
        settings.publicAddress() == null
            ? "http://127.0.0.1:"
                + environment.getProperty(
                    "local.server.port", environment.getProperty("server.port", "8080"))
            : settings.publicAddress().toString().replaceAll("/+$", "");
    return base + path;
  }
}
