package firmtally.server.customers.enquiry;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers enquiries, and the rules that assign them. */
@Configuration
class EnquiryKind {
  @Bean
  RecordKind enquiryKindOfRecord() {
    return new RecordKind("enquiry", "enquiry e JOIN person p ON p.id = e.owner_id", "e.id")
        .called("e.number")
        .told("e.name", "e.subject || ', ' || replace(e.state, '-', ' ')")
        .owned()
        .keepsFiles()
        .readable(Visibility.OWNED_READABLE)
        .editable(Visibility.OWNED_EDITABLE);
  }

  /** The rules are one record. */
  @Bean
  RecordKind assignmentRulesKindOfRecord() {
    return new RecordKind("assignment", "company c", "c.id");
  }
}
