package firmtally.server.customers.campaign;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers call lists: the maker's team sees them. */
@Configuration
class CallListKind {
  @Bean
  RecordKind callListKindOfRecord() {
    return new RecordKind("call-list", "call_list l JOIN person p ON p.id = l.made_by", "l.id")
        .called("l.name")
        .owned()
        .readable(Visibility.OWNED_READABLE)
        .editable(Visibility.OWNED_EDITABLE);
  }
}
