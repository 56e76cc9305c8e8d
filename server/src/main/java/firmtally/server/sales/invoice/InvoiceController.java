package firmtally.server.sales.invoice;

import firmtally.core.invoicing.Paper;
import firmtally.core.receivables.Reference;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.ledger.LedgerService;
import firmtally.server.sales.order.OrderService;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Invoices and credit notes. */
@RestController
@RequestMapping("/api")
class InvoiceController {
  private static final int PAGE = 100;
  private final InvoiceService invoices;
  private final InvoiceProposals proposals;
  private final InvoiceSending sending;
  private final InvoicePapers papers;
  private final InvoiceExchange exchange;
  private final InvoiceStore store;
  private final OrderService orders;
  private final AccountService accounts;
  private final LedgerService ledger;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  InvoiceController(
      InvoiceService invoices,
      InvoiceProposals proposals,
      InvoiceSending sending,
      InvoicePapers papers,
      InvoiceExchange exchange,
      InvoiceStore store,
      OrderService orders,
      AccountService accounts,
      LedgerService ledger,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.invoices = invoices;
    this.proposals = proposals;
    this.sending = sending;
    this.papers = papers;
    this.exchange = exchange;
    this.store = store;
    this.orders = orders;
    this.accounts = accounts;
    this.ledger = ledger;
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  record InvoiceRow(
      DocumentId id,
      String number,
      String type,
      String account,
      String order,
      LocalDate issuedOn,
      LocalDate due,
      String total,
      String balance,
      @MaybeNull LocalDate settledOn,
      boolean sent) {}

  record InvoiceLineView(
      String line,
      @MaybeNull String product,
      String description,
      String unit,
      String quantity,
      String net,
      String taxPercent,
      @MaybeNull LocalDate from,
      @MaybeNull LocalDate to) {}

  record TaxView(String percent, String base, String tax, String deducted) {}

  /** Of what and for whom an invoice is. */
  record InvoiceOf(
      OpportunityId opportunityId,
      DocumentId orderId,
      String order,
      AccountId accountId,
      String account,
      @MaybeNull DocumentId creditsId,
      @MaybeNull String credits) {}

  record InvoiceView(
      DocumentId id,
      String number,
      String type,
      InvoiceOf of,
      String issuedBy,
      LocalDate issuedOn,
      LocalDate due,
      String reason,
      String reference,
      String net,
      String tax,
      String total,
      List<InvoiceLineView> lines,
      List<TaxView> taxes,
      @MaybeNull LedgerService.Item item,
      List<LedgerService.Paid> paid,
      @MaybeNull Instant sentAt,
      String emailTo,
      boolean mayCredit,
      boolean maySend) {}

  /** What an invoice would come to. */
  record PreviewView(
      String net, String tax, String total, List<InvoiceLineView> lines, List<TaxView> taxes) {}

  record IssueProposal(String key, @MaybeNull String total) {}

  record Issued(DocumentId id) {}

  @GetMapping("/invoices")
  Paged<InvoiceRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        store.page(
            new InvoiceStore.Narrowed(state, text.strip()),
            LocalDate.now(clock),
            Paged.below(after),
            PAGE + 1,
            settings.company().currency(),
            actor),
        PAGE,
        InvoiceRow::id);
  }

  @GetMapping("/invoices/proposals")
  Paged<InvoiceProposals.Proposal> proposals(
      @RequestParam(defaultValue = "") String after, @SignedIn Actor actor) {
    return proposals.list(after, actor);
  }

  /** Issues one of the proposals, as it was seen. */
  @PostMapping("/invoices")
  Issued issueProposal(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody IssueProposal typed,
      @SignedIn Actor actor) {
    return new Issued(
        once.once(
            key,
            actor.id(),
            "issue-invoice",
            "proposal " + typed.key(),
            DocumentId::new,
            () -> proposals.issue(typed.key(), typed.total(), actor)));
  }

  @GetMapping("/invoices/{id}")
  InvoiceView get(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Document document = invoices.document(id, actor);
    Invoice invoice = invoices.readable(id, actor);
    Optional<LedgerService.Item> item = ledger.ofDocument(id);
    Optional<Invoice> credits =
        Optional.ofNullable(invoice.ofId()).map(of -> invoices.readable(of, actor));
    var account = accounts.readable(document.accountId(), actor);
    return new InvoiceView(
        id,
        invoice.number(),
        invoice.type(),
        new InvoiceOf(
            document.opportunityId(),
            invoice.orderId(),
            orders.readable(invoice.orderId(), actor).number(),
            account.id(),
            account.name(),
            invoice.ofId(),
            credits.map(Invoice::number).orElse(null)),
        document.maker().name(),
        invoice.issuedOn(),
        invoice.due(),
        invoice.reason(),
        Reference.grouped(invoice.reference()),
        text(invoice.net()),
        text(invoice.tax()),
        text(invoice.total()),
        invoice.lines().stream().map(InvoiceController::line).toList(),
        invoice.taxes().stream().map(InvoiceController::tax).toList(),
        item.orElse(null),
        item.map(i -> ledger.paid(i.id())).orElse(List.of()),
        invoice.sentAt(),
        sending.emailTo(document),
        actor.roles().keepsBooks() && !invoice.isCredit(),
        actor.roles().keepsBooks());
  }

  private static InvoiceLineView line(Invoice.Line line) {
    return new InvoiceLineView(
        line.id(),
        line.product(),
        line.words(),
        line.unit(),
        line.quantity().stripTrailingZeros().toPlainString(),
        text(line.net()),
        line.tax().toString(),
        line.from(),
        line.to());
  }

  private static TaxView tax(Invoice.Tax tax) {
    return new TaxView(
        tax.percent().toString(), text(tax.base()), text(tax.tax()), text(tax.deducted()));
  }

  private static String text(org.joda.money.Money money) {
    return money.getAmount().toPlainString();
  }

  @GetMapping("/invoices/{id}/pdf")
  ResponseEntity<byte[]> pdf(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Document document = invoices.document(id, actor);
    return Download.pdf(document.number(), papers.print(id));
  }

  /** As UBL 2.1, by EN 16931 and Peppol BIS Billing. */
  @GetMapping(path = "/invoices/{id}/ubl", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> ubl(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Document document = invoices.document(id, actor);
    return Download.of(
        exchange.ubl(id), document.number() + ".xml", MediaType.APPLICATION_XML_VALUE);
  }

  /** What was issued of an order. */
  @GetMapping("/orders/{id}/invoices")
  List<InvoiceRow> ofOrder(@PathVariable DocumentId id, @SignedIn Actor actor) {
    orders.readable(id, actor);
    return store.rowsOfOrder(id, settings.company().currency());
  }

  /** What an invoice of an order would come to; nothing is issued. */
  @PostMapping("/orders/{id}/invoices/preview")
  PreviewView preview(
      @PathVariable DocumentId id,
      @RequestBody InvoiceService.IssueForm typed,
      @SignedIn Actor actor) {
    Paper paper = invoices.preview(id, typed, actor);
    return new PreviewView(
        text(paper.sum().net()),
        text(paper.sum().tax()),
        text(paper.sum().total()),
        paper.lines().stream()
            .map(
                l ->
                    new InvoiceLineView(
                        l.line().id(),
                        null,
                        "",
                        "",
                        l.quantity().stripTrailingZeros().toPlainString(),
                        text(l.net()),
                        l.line().tax().toString(),
                        null,
                        null))
            .toList(),
        paper.sum().taxes().stream()
            .map(t -> new TaxView(t.percent().toString(), text(t.base()), text(t.tax()), "0"))
            .toList());
  }

  @PostMapping("/orders/{id}/invoices")
  Issued issue(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody InvoiceService.IssueForm typed,
      @SignedIn Actor actor) {
    return new Issued(
        once.once(
            key,
            actor.id(),
            "issue-invoice",
            "order " + id,
            DocumentId::new,
            () -> invoices.issue(id, typed, actor)));
  }

  /** Takes back an invoice, whole or in part. */
  @PostMapping("/invoices/{id}/credit")
  Issued credit(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody InvoiceService.CreditNoteForm typed,
      @SignedIn Actor actor) {
    return new Issued(
        once.once(
            key,
            actor.id(),
            "credit-invoice",
            "invoice " + id,
            DocumentId::new,
            () -> invoices.credit(id, typed, actor)));
  }

  /** Sends it by email, with its PDF. */
  @PostMapping("/invoices/{id}/email")
  Issued email(
      @PathVariable DocumentId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    return new Issued(sending.send(id, key, actor));
  }
}
