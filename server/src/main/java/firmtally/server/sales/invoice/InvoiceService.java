package firmtally.server.sales.invoice;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.Paper;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.receivables.Reference;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.agreement.AgreementMoved;
import firmtally.server.sales.document.Document;
import firmtally.server.sales.document.DocumentKind;
import firmtally.server.sales.document.DocumentService;
import firmtally.server.sales.ledger.LedgerService;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderChanged;
import firmtally.server.sales.order.OrderLine;
import firmtally.server.sales.order.OrderLines;
import firmtally.server.sales.order.OrderReleased;
import firmtally.server.sales.order.OrderService;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Issues invoices of orders, deposits and credit notes. Each is one act: its number, its lines,
 * what the customer owes and what is left of the order go together or not at all, so that numbers
 * have no gaps and nothing is invoiced twice.
 */
@Service
public class InvoiceService {
  private static final int LONGEST = 400;
  private final InvoiceStore store;
  private final OrderService orders;
  private final OrderLines lines;
  private final DocumentService documents;
  private final LedgerService ledger;
  private final AccountService accounts;
  private final InvoicePapers papers;
  private final InvoiceExchange exchange;
  private final Charges charges;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;

  InvoiceService(
      InvoiceStore store,
      OrderService orders,
      OrderLines lines,
      DocumentService documents,
      LedgerService ledger,
      AccountService accounts,
      InvoicePapers papers,
      InvoiceExchange exchange,
      Charges charges,
      SettingsService settings,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.orders = orders;
    this.lines = lines;
    this.documents = documents;
    this.ledger = ledger;
    this.accounts = accounts;
    this.papers = papers;
    this.exchange = exchange;
    this.charges = charges;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
  }

  /** So many of a line. */
  public record Portion(String line, String quantity) {}

  /**
   * What is to be invoiced of an order, as typed.
   *
   * @param what {@code delivered}, {@code rest}, {@code part} with lines, or {@code deposit} with a
   *     percent or a net amount
   */
  public record IssueForm(
      String what,
      @MaybeNull List<Portion> lines,
      @MaybeNull String percent,
      @MaybeNull String net,
      @MaybeNull Boolean deduct) {
    /** The whole of what is delivered, deposits set off. */
    public static final IssueForm DELIVERED = new IssueForm("delivered", null, null, null, true);
  }

  /** What is taken back of an invoice, as typed; without lines all that is left of it. */
  public record CreditNoteForm(@MaybeNull List<Portion> lines, String reason) {}

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  /** An invoice or credit note that somebody may read. */
  Invoice readable(DocumentId id, Actor actor) {
    Document document = document(id, actor);
    return store.get(document.id(), currency());
  }

  /** Its document: invoices and credit notes have numbers of their own. */
  Document document(DocumentId id, Actor actor) {
    boolean isCredit = documents.isA(DocumentKind.CREDIT_NOTE, id);
    return documents.readable(
        isCredit ? DocumentKind.CREDIT_NOTE : DocumentKind.INVOICE, id, actor);
  }

  List<Invoice> ofOrder(DocumentId order) {
    return store.ofOrder(order, currency());
  }

  Billing billing(Order order) {
    return new Billing(currency(), orders.lines(order), ofOrder(order.id()));
  }

  private Asks asks(Order order) {
    return new Asks(currency(), orders.lines(order), order.terms().depositPercent());
  }

  /** What it would come to, without issuing it. */
  Paper preview(DocumentId orderId, IssueForm typed, Actor actor) {
    Order order = orders.readable(orderId, actor);
    Billing billing = billing(order);
    return billing.next(asks(order).read(typed, billing));
  }

  /**
   * Issues an invoice or a deposit of an order.
   *
   * @throws NotPossible when the order does not go ahead, or less is left
   */
  @Transactional
  public DocumentId issue(DocumentId orderId, IssueForm typed, Actor actor) {
    actor.checkKeepsBooks();
    Order order = orders.readable(orderId, actor);
    if (!order.isReleased()) {
      throw new NotPossible("Only an order that is released is invoiced.");
    }
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    if (account.poNumberRequired() && order.terms().poNumber() == null) {
      throw new NotPossible("The customer wants their PO number on invoices; enter it first.");
    }
    Billing billing = billing(order);
    Ask ask = asks(order).read(typed, billing);
    Paper paper = billing.next(ask);
    boolean isDeposit = paper.kind() == Paper.Kind.DEPOSIT;
    Kind kind =
        new Kind(
            DocumentKind.INVOICE,
            isDeposit ? "deposit" : "invoice",
            null,
            "",
            ask instanceof Ask.PercentDeposit deposit
                ? Optional.of(deposit.percent())
                : Optional.empty(),
            ask instanceof Ask.Part part && part.deduct());
    return issue(order, account, paper, kind, actor);
  }

  /** What an invoice is beside its amounts. */
  private record Kind(
      DocumentKind kind,
      String type,
      DocumentId of,
      String reason,
      Optional<Percent> depositPercent,
      boolean deducts) {}

  private DocumentId issue(Order order, Account account, Paper paper, Kind kind, Actor actor) {
    LocalDate today = LocalDate.now(clock);
    Map<String, OrderLine> byId = new HashMap<>();
    orders.lines(order).forEach(line -> byId.put(line.id(), line));
    Document document = make(order.document(), kind.kind(), account, actor);
    Invoice invoice =
        new Invoice(
            document.id(),
            document.number(),
            kind.type(),
            order.id(),
            null,
            kind.of(),
            kind.reason(),
            today,
            kind.kind() == DocumentKind.CREDIT_NOTE
                ? today
                : today.plusDays(order.terms().termsDays()),
            paper.sum().net(),
            paper.sum().tax(),
            paper.sum().total(),
            kind.depositPercent(),
            kind.deducts(),
            Reference.of(document.number()),
            null,
            paper.lines().stream().map(line -> line(line, byId.get(line.line().id()))).toList(),
            taxes(paper));
    keep(invoice, account, order, actor);
    for (Invoice.Line line : invoice.lines()) {
      lines.invoice(order.id(), line.id(), line.quantity());
      documents.link(
          invoice.id(),
          line.id(),
          kind.of() == null ? order.id() : kind.of(),
          line.id(),
          Quantity.of(line.quantity().abs()));
    }
    settleOrder(order.id(), actor);
    return invoice.id();
  }

  private Document make(Document follows, DocumentKind kind, Account account, Actor actor) {
    return documents.make(
        new DocumentService.Start(
            kind,
            Optional.of(follows),
            follows.opportunityId(),
            follows.accountId(),
            InvoiceState.ISSUED,
            null,
            actor.id(),
            account.name() + " " + follows.number()),
        actor);
  }

  private void keep(Invoice invoice, Account account, Order order, Actor actor) {
    Optional<Invoice> of = Optional.ofNullable(invoice.ofId()).map(id -> store.get(id, currency()));
    store.insert(
        invoice,
        papers.frame(invoice, account, order.terms().poNumberIfAny(), of),
        exchange.kept(invoice, account, order, of));
    if (!invoice.total().isZero()) {
      ledger.add(
          new LedgerService.Entry(
              account.id(),
              invoice.number(),
              Optional.of(invoice.id()),
              Optional.ofNullable(invoice.ofId()),
              invoice.issuedOn(),
              invoice.due(),
              invoice.total()));
    }
    log.note(
        actor.id(),
        invoice.isCredit() ? "credit-note" : "invoice",
        invoice.id(),
        "issued",
        null,
        invoice.total().toString() + (invoice.reason().isEmpty() ? "" : ": " + invoice.reason()));
  }

  private static Invoice.Line line(Paper.Line line, OrderLine of) {
    return new Invoice.Line(
        of.id(),
        of.product(),
        of.words(),
        of.unit(),
        line.quantity(),
        line.net(),
        of.tax(),
        null,
        null);
  }

  private static List<Invoice.Tax> taxes(Paper paper) {
    Money zero = Money.zero(paper.sum().net().getCurrencyUnit());
    return paper.sum().taxes().stream()
        .map(
            tax ->
                new Invoice.Tax(
                    tax.percent(),
                    tax.base(),
                    tax.tax(),
                    paper.deducted().stream()
                        .filter(deducted -> deducted.percent().equals(tax.percent()))
                        .map(Paper.Deducted::base)
                        .findFirst()
                        .orElse(zero)))
        .toList();
  }

  /** Issues what of an agreement is due on a day; every charge once. */
  @Transactional
  public DocumentId issueCharges(AgreementId id, LocalDate on, Actor actor) {
    actor.checkKeepsBooks();
    Charges.Due due = charges.due(id, on);
    Order order = orders.readable(due.agreement().orderId(), actor);
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    LocalDate today = LocalDate.now(clock);
    Document document = make(order.document(), DocumentKind.INVOICE, account, actor);
    Invoice invoice =
        new Invoice(
            document.id(),
            document.number(),
            "charges",
            order.id(),
            id,
            null,
            "",
            today,
            today.plusDays(order.terms().termsDays()),
            due.sum().net(),
            due.sum().tax(),
            due.sum().total(),
            Optional.empty(),
            false,
            Reference.of(document.number()),
            null,
            due.lines(),
            due.sum().taxes().stream()
                .map(
                    tax ->
                        new Invoice.Tax(
                            tax.percent(), tax.base(), tax.tax(), Money.zero(currency())))
                .toList());
    keep(invoice, account, order, actor);
    charges.issued(due, invoice.id());
    if (due.isFirst()) {
      // Only the first charge is part of what the order still adds to what is owed.
      keepToInvoice(order.id());
    }
    return invoice.id();
  }

  /** Takes back an invoice, a deposit or charges, whole or in part. */
  @Transactional
  public DocumentId credit(DocumentId id, CreditNoteForm typed, Actor actor) {
    actor.checkKeepsBooks();
    Invoice invoice = readable(id, actor);
    if (invoice.isCredit()) {
      throw new NotPossible("A credit note is not credited.");
    }
    Input input = new Input();
    String reason = input.text("reason", typed.reason(), LONGEST);
    Order order = orders.readable(invoice.orderId(), actor);
    Map<String, BigDecimal> quantities = asks(order).quantities(input, typed.lines());
    input.check();
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    if (invoice.agreementId() != null) {
      return creditCharges(invoice, order, account, reason, actor);
    }
    Optional<List<Ask.Portion>> portions =
        Billing.part(quantities, false).map(ask -> ((Ask.Part) ask).lines());
    Paper paper = billing(order).next(new Ask.Credit(Billing.NEXT, invoice.number(), portions));
    Kind kind =
        new Kind(DocumentKind.CREDIT_NOTE, "credit-note", id, reason, Optional.empty(), false);
    return issue(order, account, paper, kind, actor);
  }

  private DocumentId creditCharges(
      Invoice invoice, Order order, Account account, String reason, Actor actor) {
    if (store.creditOf(invoice.id()).isPresent()) {
      throw new NotPossible("Nothing is left of " + invoice.number() + ".");
    }
    Invoice credit =
        invoice.creditedBy(
            make(order.document(), DocumentKind.CREDIT_NOTE, account, actor),
            LocalDate.now(clock),
            reason,
            invoice.negated(),
            invoice.lines().stream().map(Invoice.Line::negated).toList());
    keep(credit, account, order, actor);
    charges.credited(invoice.agreementId(), invoice.id());
    settleOrder(order.id(), actor);
    return credit.id();
  }

  /** Credits what an invoice charged of an agreement for days after its end. */
  @Transactional
  public DocumentId creditEnded(DocumentId id, Actor actor) {
    actor.checkKeepsBooks();
    Invoice invoice = readable(id, actor);
    Charges.Refund refund =
        Optional.ofNullable(invoice.agreementId()).map(charges::refunds).orElse(List.of()).stream()
            .filter(r -> r.invoice().equals(id))
            .findFirst()
            .orElseThrow(
                () -> new NotPossible("Nothing of " + invoice.number() + " is to be credited."));
    Order order = orders.readable(invoice.orderId(), actor);
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    String reason =
        refund.agreement().number() + " ended on " + Written.day(refund.agreement().end());
    Document document = make(order.document(), DocumentKind.CREDIT_NOTE, account, actor);
    Invoice credit =
        invoice.creditedBy(document, LocalDate.now(clock), reason, refund.sum(), refund.lines());
    keep(credit, account, order, actor);
    charges.refunded(refund);
    settleOrder(order.id(), actor);
    return credit.id();
  }

  private void settleOrder(DocumentId id, Actor actor) {
    keepToInvoice(id);
    orders.settleState(id, actor);
  }

  /** What is left of an order to invoice is worked out by the core each time that it changes. */
  private void keepToInvoice(DocumentId id) {
    Order order = orders.readable(id, Actor.SYSTEM);
    if (order.isReleased()) {
      orders.setToInvoice(id, billing(order).toInvoice().plus(charges.first(id)));
    }
  }

  @EventListener
  void changed(OrderChanged order) {
    keepToInvoice(order.order());
  }

  @EventListener
  void moved(AgreementMoved agreement) {
    keepToInvoice(agreement.order());
  }

  @EventListener
  void released(OrderReleased order) {
    keepToInvoice(order.order());
  }
}
