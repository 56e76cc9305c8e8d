package firmtally.server.pipeline.opportunity;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers opportunities. */
@Configuration
class OpportunityKind {
  @Bean
  RecordKind opportunityKindOfRecord() {
    return new RecordKind("opportunity", "opportunity o JOIN person p ON p.id = o.owner_id", "o.id")
        .called("o.number")
        .told(
            "o.title",
            "(SELECT a.name FROM account a WHERE a.id = o.account_id) || ', ' || CASE o.state WHEN 'open' THEN"
                + " (SELECT s.name FROM stage s WHERE s.id = o.stage_id) ELSE o.state END")
        .owned()
        .readable(Visibility.OPPORTUNITY_READABLE)
        .editable(Visibility.OPPORTUNITY_EDITABLE)
        .keepsFiles();
  }
}
