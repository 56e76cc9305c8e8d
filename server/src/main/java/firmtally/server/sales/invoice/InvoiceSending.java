package firmtally.server.sales.invoice;

import firmtally.server.access.Actor;
import firmtally.server.company.text.Purpose;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.PaperMail;
import java.time.Clock;
import org.springframework.stereotype.Service;

/** How an invoice or credit note leaves the company. */
@Service
class InvoiceSending {
  private final InvoiceService invoices;
  private final InvoicePapers papers;
  private final InvoiceStore store;
  private final PaperMail mail;
  private final Clock clock;

  InvoiceSending(
      InvoiceService invoices,
      InvoicePapers papers,
      InvoiceStore store,
      PaperMail mail,
      Clock clock) {
    this.invoices = invoices;
    this.papers = papers;
    this.store = store;
    this.mail = mail;
    this.clock = clock;
  }

  /** Where it goes; blank where nobody knows. */
  String emailTo(Document document) {
    return mail.to(document);
  }

  DocumentId send(DocumentId id, String key, Actor actor) {
    actor.checkKeepsBooks();
    Document document = invoices.document(id, actor);
    Invoice invoice = invoices.readable(id, actor);
    return mail.send(
        new PaperMail.Letter(
            document,
            invoice.isCredit() ? "called.credit-note" : "called.invoice",
            Purpose.INVOICE_EMAIL,
            invoice.total().abs(),
            papers.print(id)),
        key,
        actor,
        sent -> store.setSent(sent, clock.instant()));
  }
}
