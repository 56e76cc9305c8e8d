package firmtally.server.company;

import firmtally.server.access.Visibility;
import firmtally.server.company.choice.ChoiceList;
import firmtally.server.platform.records.RecordKind;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers the company, its texts, users and sales processes, whose log is the managers'. */
@Configuration
class CompanyKinds {
  @Bean
  RecordKind userKindOfRecord() {
    return new RecordKind("user", "person u", "u.id")
        .called("u.name")
        .readable(Visibility.MANAGERS);
  }

  /** Its files, such as general terms, are enclosed with what anybody sends. */
  @Bean
  RecordKind companyKindOfRecord() {
    return new RecordKind("company", "company c", "c.id")
        .called("c.name")
        .readable(Visibility.ANYBODY)
        .keepsFiles();
  }

  /** Each list of words to choose from, by its place. */
  @Bean
  RecordKind choicesKindOfRecord() {
    String places =
        IntStream.rangeClosed(1, ChoiceList.values().length)
            .mapToObj(place -> "(" + place + ")")
            .collect(Collectors.joining(", "));
    return new RecordKind(
            "choices", "(SELECT column1 AS id FROM (VALUES " + places + ")) ch", "ch.id")
        .readable(Visibility.ANYBODY);
  }

  /** What is set of taxes as a whole. */
  @Bean
  RecordKind taxesKindOfRecord() {
    return new RecordKind("taxes", "company c", "c.id").readable(Visibility.ANYBODY);
  }

  @Bean
  RecordKind textKindOfRecord() {
    return new RecordKind("text", "document_text t", "t.id")
        .called("t.purpose")
        .readable(Visibility.ANYBODY);
  }

  @Bean
  RecordKind processKindOfRecord() {
    return new RecordKind("process", "sales_process s", "s.id").called("s.name");
  }
}
