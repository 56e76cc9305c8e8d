package firmtally.server.sales.document;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Registers documents: whoever sees the opportunity sees its documents. */
@Configuration
class DocumentKinds {
  private static RecordKind of(DocumentKind kind) {
    return new RecordKind(
            kind.word(),
            "document d JOIN opportunity o ON o.id = d.opportunity_id JOIN person p ON p.id = o.owner_id",
            "d.kind = '" + kind.word() + "' AND d.id")
        .called("d.number")
        .told(
            "o.title",
            "(SELECT a.name FROM account a WHERE a.id = o.account_id) || ', ' || d.state")
        .owned()
        .readable(Visibility.OPPORTUNITY_READABLE)
        .editable(Visibility.OPPORTUNITY_EDITABLE);
  }

  @Bean
  RecordKind quoteKind() {
    return of(DocumentKind.QUOTE);
  }

  @Bean
  RecordKind orderKind() {
    return of(DocumentKind.ORDER);
  }

  @Bean
  RecordKind deliveryKind() {
    return of(DocumentKind.DELIVERY);
  }

  @Bean
  RecordKind invoiceKind() {
    return of(DocumentKind.INVOICE);
  }

  @Bean
  RecordKind creditNoteKind() {
    return of(DocumentKind.CREDIT_NOTE);
  }
}
