package firmtally.server.access.invitation;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers these links: what is sent with them is for whoever gets it, as it lets one in. */
@Configuration
class PasswordLinkKind {
  static final String LINK = "password-link";

  @Bean
  RecordKind passwordLinkKindOfRecord() {
    return new RecordKind(LINK, "password_link k", "k.id")
        .readable(Visibility.ADMINISTRATORS)
        .secret();
  }
}
