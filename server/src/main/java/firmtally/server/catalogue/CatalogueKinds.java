package firmtally.server.catalogue;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers what stands in the catalogue: everybody reads it, managers change it. */
@Configuration
class CatalogueKinds {
  private static RecordKind of(String word, String table) {
    return new RecordKind(word, table + " x", "x.id")
        .called("x.code")
        .told("x.name", "product".equals(word) ? "x.family" : "''")
        .readable(Visibility.ANYBODY)
        .editable(Visibility.MANAGERS);
  }

  @Bean
  RecordKind productKindOfRecord() {
    return of("product", "product").keepsFiles();
  }

  @Bean
  RecordKind priceRuleKindOfRecord() {
    return of("price-rule", "price_rule");
  }

  @Bean
  RecordKind templateKindOfRecord() {
    return of("template", "template");
  }

  @Bean
  RecordKind sizeTableKindOfRecord() {
    return of("size-table", "size_table");
  }
}
