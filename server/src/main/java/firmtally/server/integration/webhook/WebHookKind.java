package firmtally.server.integration.webhook;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers web hooks: they are administrators' alone. */
@Configuration
class WebHookKind {
  @Bean
  RecordKind webHookKindOfRecord() {
    return new RecordKind("web-hook", "web_hook h", "h.id")
        .called("h.name")
        .readable(Visibility.ADMINISTRATORS)
        .editable(Visibility.ADMINISTRATORS);
  }
}
