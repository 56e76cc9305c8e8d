package firmtally.server.customer.page;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customer.access.Visiting;
import firmtally.server.customer.access.Visitor;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Paged;
import firmtally.server.sales.customercopy.CopyView;
import firmtally.server.sales.customercopy.CustomerCopyService;
import firmtally.server.sales.invoice.InvoiceExchange;
import firmtally.server.sales.invoice.InvoicePapers;
import firmtally.server.sales.reminder.AccountStatements;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.CacheControl;
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

/** A customer's own papers: quotes with their answers, invoices and the statement of account. */
@RestController
@RequestMapping("/api/customer")
class CustomerPapersController {
  private static final int PAGE = 50;
  private static final List<String> INVOICES = List.of("invoice", "credit-note");
  private final CustomerPageStore store;
  private final CustomerCopyService copies;
  private final Papers papers;
  private final SettingsService settings;
  private final Idempotency once;
  private final Clock clock;

  /** What is printed and told of accounts. */
  private record Papers(
      InvoicePapers invoices, InvoiceExchange exchange, AccountStatements statements) {}

  CustomerPapersController(
      CustomerPageStore store,
      CustomerCopyService copies,
      InvoicePapers invoices,
      InvoiceExchange exchange,
      AccountStatements statements,
      SettingsService settings,
      Idempotency once,
      Clock clock) {
    this.store = store;
    this.copies = copies;
    this.papers = new Papers(invoices, exchange, statements);
    this.settings = settings;
    this.once = once;
    this.clock = clock;
  }

  @GetMapping("/quotes")
  Paged<PageViews.CustomerQuote> quotes(
      @RequestParam(defaultValue = "") String after, @Visiting Visitor visitor) {
    PageWords words = words();
    return Paged.of(
            store.quotes(visitor.accountId(), after, PAGE + 1),
            PAGE,
            CustomerPageStore.Quote::number)
        .map(words::quote);
  }

  private PageWords words() {
    return new PageWords(settings.company().currency(), LocalDate.now(clock));
  }

  private DocumentId quote(String number, Visitor visitor) {
    return store
        .quote(visitor.accountId(), number)
        .map(CustomerPageStore.Quote::id)
        .orElseThrow(() -> new NotThere("quote", number));
  }

  /** A quote as its customer copy shows it, with nothing picked yet. */
  @GetMapping("/quotes/{number}")
  CopyView open(@PathVariable String number, @Visiting Visitor visitor) {
    return copies.picked(quote(number, visitor), null);
  }

  /** What it comes to with something picked; nothing is kept. */
  @PostMapping("/quotes/{number}/picks")
  @BodyLimit(kib = 64, seconds = 5, perMinute = 120)
  CopyView picks(
      @PathVariable String number,
      @RequestBody CustomerCopyService.PickForm typed,
      @Visiting Visitor visitor) {
    return copies.picked(quote(number, visitor), typed);
  }

  @PostMapping("/quotes/{number}/accepted")
  CopyView accept(
      @PathVariable String number,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.AcceptForm typed,
      @Visiting Visitor visitor,
      HttpServletRequest request) {
    DocumentId id = quote(number, visitor);
    String from = request.getRemoteAddr();
    return answer(key, "accept-quote", id, visitor, () -> copies.accept(id, typed, from));
  }

  @PostMapping("/quotes/{number}/declined")
  CopyView decline(
      @PathVariable String number,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.SayForm typed,
      @Visiting Visitor visitor,
      HttpServletRequest request) {
    DocumentId id = quote(number, visitor);
    String from = request.getRemoteAddr();
    return answer(key, "decline-quote", id, visitor, () -> copies.decline(id, typed, from));
  }

  @PostMapping("/quotes/{number}/questions")
  CopyView ask(
      @PathVariable String number,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerCopyService.SayForm typed,
      @Visiting Visitor visitor,
      HttpServletRequest request) {
    DocumentId id = quote(number, visitor);
    String from = request.getRemoteAddr();
    return answer(key, "ask-quote", id, visitor, () -> copies.ask(id, typed, from));
  }

  private CopyView answer(String key, String act, DocumentId id, Visitor visitor, Runnable doing) {
    once.once(PageWords.key(key, visitor), Actor.SYSTEM.id(), act, "quote " + id, doing);
    return copies.picked(id, null);
  }

  @GetMapping(path = "/quotes/{number}/quote.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> quotePdf(@PathVariable String number, @Visiting Visitor visitor) {
    return copies
        .pdf(quote(number, visitor))
        .map(pdf -> Download.pdf(number, pdf))
        .orElseThrow(() -> new NotThere("quote", number));
  }

  /** An enclosure by its place, always as a file to be saved. */
  @GetMapping("/quotes/{number}/files/{at}")
  ResponseEntity<byte[]> file(
      @PathVariable String number, @PathVariable int at, @Visiting Visitor visitor) {
    return copies
        .file(quote(number, visitor), at)
        .map(file -> Download.of(file.bytes(), file.name(), file.type()))
        .orElseThrow(() -> new NotThere("file", at));
  }

  /** The picture of the product at a position of a quote. */
  @GetMapping("/quotes/{number}/pictures/{at}")
  ResponseEntity<byte[]> picture(
      @PathVariable String number, @PathVariable String at, @Visiting Visitor visitor) {
    return copies
        .picture(quote(number, visitor), at)
        .map(
            picture ->
                ResponseEntity.ok()
                    .contentType(MediaType.parseMediaType(picture.type()))
                    .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                    .body(picture.bytes()))
        .orElseThrow(() -> new NotThere("picture", at));
  }

  /** The latest first, or what is open, the first due first. */
  @GetMapping("/invoices")
  Paged<PageViews.CustomerInvoice> invoices(
      @RequestParam(defaultValue = "false") boolean open,
      @RequestParam(defaultValue = "") String after,
      @Visiting Visitor visitor) {
    PageWords words = words();
    long skip = Cursor.skipped(after);
    return Paged.of(
            store.invoices(visitor.accountId(), open, skip, PAGE + 1),
            PAGE,
            last -> Cursor.skipping(skip + PAGE, new DocumentId(0)))
        .map(words::invoice);
  }

  @GetMapping(path = "/invoices/{number}/invoice.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> invoicePdf(@PathVariable String number, @Visiting Visitor visitor) {
    return Download.pdf(number, papers.invoices().print(invoice(number, visitor)));
  }

  private DocumentId invoice(String number, Visitor visitor) {
    return store
        .paper(visitor.accountId(), number, INVOICES)
        .orElseThrow(() -> new NotThere("invoice", number));
  }

  /** The same for programs, as UBL 2.1. */
  @GetMapping(path = "/invoices/{number}/invoice.xml", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> invoiceXml(@PathVariable String number, @Visiting Visitor visitor) {
    return Download.of(
        papers.exchange().ubl(invoice(number, visitor)),
        number + ".xml",
        MediaType.APPLICATION_XML_VALUE);
  }

  /** What is open today, on paper. */
  @GetMapping(path = "/statement.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> statement(@Visiting Visitor visitor) {
    return Download.pdf("statement", papers.statements().print(visitor.accountId(), Actor.SYSTEM));
  }
}
