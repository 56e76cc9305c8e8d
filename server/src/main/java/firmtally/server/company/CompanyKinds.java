package firmtally.server.company;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers users and sales processes, whose log is the managers'. */
@Configuration
class CompanyKinds {
  @Bean
  RecordKind userKindOfRecord() {
    return new RecordKind("user", "person u", "u.id")
        .called("u.name")
        .readable(Visibility.MANAGERS);
  }

  @Bean
  RecordKind processKindOfRecord() {
    return new RecordKind("process", "sales_process s", "s.id").called("s.name");
  }
}
