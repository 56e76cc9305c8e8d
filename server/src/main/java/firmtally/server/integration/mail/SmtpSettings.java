package firmtally.server.integration.mail;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The mail server that emails leave by. Without a host they are kept here and nothing leaves.
 *
 * @param host its name; null for none
 * @param user blank where it asks for none
 * @param security {@code starttls} (refused where the server offers none), {@code tls} from the
 *     first byte, or {@code none} for one on this machine
 */
@ConfigurationProperties("tally.smtp")
record SmtpSettings(
    String host,
    @DefaultValue("587") int port,
    @DefaultValue("") String user,
    @DefaultValue("") String password,
    @DefaultValue("starttls") String security) {}
