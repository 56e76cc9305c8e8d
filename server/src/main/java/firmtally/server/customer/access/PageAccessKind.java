package firmtally.server.customer.access;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers sign-in links: their emails are read by administrators alone, as they let one in. */
@Configuration
class PageAccessKind {
  static final String LINK = "customer-link";

  @Bean
  RecordKind customerLinkKindOfRecord() {
    return new RecordKind(LINK, "page_link k", "k.id").readable(Visibility.ADMINISTRATORS).secret();
  }
}
