package firmtally.server.reporting.meeting;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers meetings: whoever held one has it, and those of their team read it. */
@Configuration
class MeetingKind {
  @Bean
  RecordKind meetingKindOfRecord() {
    return new RecordKind("meeting", "meeting m JOIN person p ON p.id = m.person_id", "m.id")
        .called("'of ' || substr(m.started_at, 1, 10)")
        .owned()
        .readable(Visibility.OWNED_READABLE)
        .editable("p.id = :me");
  }
}
