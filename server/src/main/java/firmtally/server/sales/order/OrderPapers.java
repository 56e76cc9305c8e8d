package firmtally.server.sales.order;

import firmtally.formats.order.UblOffer;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.QuotePdf;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.text.Purpose;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.document.OfferExchange;
import firmtally.server.sales.document.PaperMail;
import firmtally.server.sales.document.PaperRows;
import firmtally.server.worksheet.calculation.Calculation;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The order confirmation, on paper and by email. */
@Component
public class OrderPapers {
  private final QuotePdf pdf = new QuotePdf();
  private final OrderService orders;
  private final OrderStore store;
  private final OpportunityService opportunities;
  private final AccountService accounts;
  private final Correspondence correspondence;
  private final PaperMail mail;
  private final OfferExchange exchange;
  private final Clock clock;

  OrderPapers(
      OrderService orders,
      OrderStore store,
      OpportunityService opportunities,
      AccountService accounts,
      Correspondence correspondence,
      PaperMail mail,
      OfferExchange exchange,
      Clock clock) {
    this.orders = orders;
    this.store = store;
    this.opportunities = opportunities;
    this.accounts = accounts;
    this.correspondence = correspondence;
    this.mail = mail;
    this.exchange = exchange;
    this.clock = clock;
  }

  /** The confirmation of an order as it stands. */
  public byte[] confirmation(Order order, Actor actor) {
    Account account = accounts.readable(order.accountId(), actor);
    Calculation ordered = orders.calculation(order, actor);
    PaperWords words = correspondence.words(account);
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact(words.get("fact.order"), order.number()));
    facts.add(new QuotePaper.Fact(words.get("fact.date"), words.day(order.document().madeOn())));
    facts.addAll(Correspondence.facts(account, order.terms().poNumberIfAny(), words));
    facts.add(new QuotePaper.Fact(words.get("fact.contact"), contact(order, account)));
    QuotePaper.Frame frame =
        new QuotePaper.Frame(
            correspondence.seller(words),
            new QuotePaper.Head(
                words.get("kind.order"),
                order.number(),
                opportunities.readable(order.opportunityId(), actor).title(),
                Correspondence.address(account),
                facts),
            List.of(),
            new QuotePaper.Closing(terms(order, account, words), List.of(), List.of()),
            words.language());
    return pdf.print(
        QuotePaper.of(
            frame,
            new QuotePaper.Layout(false, true, false),
            ordered.contract().getCurrencyUnit().getCode(),
            PaperRows.lines(
                ordered,
                new PaperRows.Shown(false, true, false),
                product -> Optional.empty(),
                words),
            PaperRows.sums(ordered, words)),
        words);
  }

  /** The order for programs, as a UBL 2.1 order. */
  public byte[] ubl(Order order, Actor actor) {
    Account account = accounts.readable(order.accountId(), actor);
    return UblOffer.order(
        exchange.of(
            new OfferExchange.Head(
                order.number(),
                order.document().madeOn(),
                Optional.empty(),
                order.terms().poNumberIfAny().orElse(""),
                order.terms().deliveryAddress(),
                ""),
            account,
            orders.calculation(order, actor)));
  }

  /** Whoever placed it; of one that a customer placed, whoever looks after them. */
  private static String contact(Order order, Account account) {
    return order.document().maker().id().equals(Actor.SYSTEM.id())
        ? account.ownerName()
        : order.document().maker().name();
  }

  private static List<QuotePaper.Fact> terms(Order order, Account account, PaperWords words) {
    List<QuotePaper.Fact> terms = new ArrayList<>();
    terms.add(
        new QuotePaper.Fact(
            words.get("term.payment"),
            words.get("term.net", Integer.toString(order.terms().termsDays()))));
    if (order.terms().depositPercent().value().compareTo(BigDecimal.ZERO) > 0) {
      terms.add(
          new QuotePaper.Fact(
              words.get("term.deposit"),
              words.get("term.ahead", words.number(order.terms().depositPercent().value()))));
    }
    String address = order.terms().deliveryAddress();
    terms.add(
        new QuotePaper.Fact(
            words.get("term.deliver-to"),
            address.isBlank()
                ? String.join(", ", Correspondence.address(account))
                : address.replace("\n", ", ")));
    return terms;
  }

  /** Sends it. */
  DocumentId confirm(DocumentId id, String key, Actor actor) {
    Order order = orders.readable(id, actor);
    opportunities.editable(order.opportunityId(), actor);
    return mail.send(
        new PaperMail.Letter(
            order.document(),
            "called.order",
            Purpose.ORDER_EMAIL,
            orders.calculation(order, actor).asked(),
            confirmation(order, actor)),
        key,
        actor,
        sent -> store.setConfirmed(sent, clock.instant()));
  }
}
