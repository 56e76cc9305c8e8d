package firmtally.server.sales.invoice;

import firmtally.core.invoicing.Ask;
import firmtally.core.invoicing.Paper;
import firmtally.server.access.Actor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is to be invoiced: what was delivered, the deposits that were planned, the charges that are
 * due. Nothing of it is kept: it is told from what is delivered and invoiced.
 */
@Service
public class InvoiceProposals {
  private static final int ORDERS = 100;
  private static final int AGREEMENTS = 50;
  private static final String OF_CHARGES = "charges";
  private static final Pattern KEY =
      Pattern.compile(
          "(delivered|deposit|charges|credit)-([0-9]{1,18})(?:-([0-9]{4}-[0-9]{2}-[0-9]{2}))?");
  private final InvoiceStore store;
  private final InvoiceService invoices;
  private final Charges charges;
  private final OrderService orders;
  private final AccountService accounts;
  private final Clock clock;

  InvoiceProposals(
      InvoiceStore store,
      InvoiceService invoices,
      Charges charges,
      OrderService orders,
      AccountService accounts,
      Clock clock) {
    this.store = store;
    this.invoices = invoices;
    this.charges = charges;
    this.orders = orders;
    this.accounts = accounts;
    this.clock = clock;
  }

  /**
   * An invoice that could be issued.
   *
   * @param key by which it is issued
   * @param what it is for
   * @param obstacle why it cannot be issued yet; null where it can
   */
  public record Proposal(
      String key,
      String kind,
      DocumentId orderId,
      String order,
      String account,
      String what,
      LocalDate due,
      String net,
      String total,
      @MaybeNull String obstacle) {}

  /**
   * What could be issued today, page by page: orders first, then what agreements charge.
   *
   * @param after where the page before ended; blank for the first
   */
  public Paged<Proposal> list(String after, Actor actor) {
    actor.checkKeepsBooks();
    Cursor from = Cursor.of(after);
    if (OF_CHARGES.equals(from.key())) {
      return charges(from.id(), actor);
    }
    Paged<DocumentId> page =
        Paged.of(store.ordersDue(from.id(), ORDERS + 1), ORDERS, id -> new Cursor("", id));
    List<Proposal> proposals = new ArrayList<>(ofOrders(page.rows(), actor));
    if (page.after() != null) {
      return new Paged<>(proposals, page.after());
    }
    Paged<Proposal> charged = charges(0, actor);
    proposals.addAll(charged.rows());
    return new Paged<>(proposals, charged.after());
  }

  private Paged<Proposal> charges(long after, Actor actor) {
    Paged<AgreementId> page =
        Paged.of(
            charges.agreements(today(), after, AGREEMENTS + 1),
            AGREEMENTS,
            id -> new Cursor(OF_CHARGES, id));
    return new Paged<>(
        page.rows().stream()
            .flatMap(
                id ->
                    Stream.concat(
                        charges.upTo(id, today()).stream().map(due -> of(due, actor)),
                        charges.refunds(id).stream().map(refund -> of(refund, actor))))
            .toList(),
        page.after());
  }

  private List<Proposal> ofOrders(List<DocumentId> ids, Actor actor) {
    List<Proposal> proposals = new ArrayList<>();
    for (DocumentId id : ids) {
      Order order = orders.readable(id, actor);
      Billing billing = invoices.billing(order);
      boolean wantsDeposit =
          billing.isUntouched() && order.terms().depositPercent().value().signum() > 0;
      if (wantsDeposit) {
        Paper paper =
            billing.next(new Ask.PercentDeposit(Billing.NEXT, order.terms().depositPercent()));
        proposals.add(
            of(
                "deposit",
                order,
                "Deposit of " + order.terms().depositPercent() + " %",
                paper,
                actor));
      }
      billing
          .delivered(true)
          .map(billing::next)
          .ifPresent(
              paper ->
                  proposals.add(
                      of(
                          "delivered",
                          order,
                          "Delivered: " + billing.shareOf(paper),
                          paper,
                          actor)));
    }
    return proposals;
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  private Proposal of(String kind, Order order, String what, Paper paper, Actor actor) {
    return of(
        kind + "-" + order.id(), kind, order, what, paper.sum().net(), paper.sum().total(), actor);
  }

  private Proposal of(Charges.Due due, Actor actor) {
    Order order = orders.readable(due.agreement().orderId(), actor);
    return of(
        "charges-" + due.agreement().id() + "-" + due.on(),
        "charges",
        order,
        due.agreement().number() + ", charge of " + Written.day(due.on()),
        due.sum().net(),
        due.sum().total(),
        actor);
  }

  private Proposal of(Charges.Refund refund, Actor actor) {
    Order order = orders.readable(refund.agreement().orderId(), actor);
    return of(
        "credit-" + refund.invoice(),
        "credit",
        order,
        refund.agreement().number()
            + " ended on "
            + Written.day(refund.agreement().end())
            + ": credit of "
            + invoices.document(refund.invoice(), actor).number(),
        refund.sum().net(),
        refund.sum().total(),
        actor);
  }

  private Proposal of(
      String key, String kind, Order order, String what, Money net, Money total, Actor actor) {
    Account account = accounts.readable(order.accountId(), actor);
    boolean wantsNumber = account.poNumberRequired() && order.terms().poNumber() == null;
    return new Proposal(
        key,
        kind,
        order.id(),
        order.number(),
        account.name(),
        what,
        today().plusDays(order.terms().termsDays()),
        net.getAmount().toPlainString(),
        total.getAmount().toPlainString(),
        wantsNumber ? "PO number missing" : null);
  }

  /**
   * Issues one of them, as it was looked at.
   *
   * @param total that was seen, with tax: when something else was invoiced or delivered meanwhile
   *     it is another, and nothing is issued
   */
  @Transactional
  public DocumentId issue(String key, String total, Actor actor) {
    Matcher parts = KEY.matcher(key == null ? "" : key);
    if (!parts.matches()) {
      throw BadInput.at("key", "This is not a proposal.");
    }
    DocumentId made;
    long id = Long.parseLong(parts.group(2));
    if ("charges".equals(parts.group(1)) && parts.group(3) != null) {
      made = invoices.issueCharges(new AgreementId(id), LocalDate.parse(parts.group(3)), actor);
    } else if ("credit".equals(parts.group(1))) {
      made = invoices.creditEnded(new DocumentId(id), actor);
    } else {
      made =
          invoices.issue(
              new DocumentId(id),
              new InvoiceService.IssueForm(parts.group(1), null, null, null, true),
              actor);
    }
    String issued = invoices.readable(made, actor).total().getAmount().toPlainString();
    if (Optional.ofNullable(total).filter(seen -> !seen.equals(issued)).isPresent()) {
      throw new Conflict(
          "This comes to " + issued + " by now. Look at it again before it is issued.", 0);
    }
    return made;
  }
}
