package firmtally.server.reporting.schedule;

import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers schedules: what is sent to somebody is read by nobody else. */
@Configuration
class ScheduleKind {
  @Bean
  RecordKind scheduleKindOfRecord() {
    return new RecordKind(
            "schedule",
            "report_schedule rs JOIN saved_view v ON v.id = rs.view_id JOIN person p ON p.id = rs.person_id",
            "rs.id")
        .called("v.name")
        .owned()
        .readable("p.id = :me")
        .editable("p.id = :me");
  }
}
