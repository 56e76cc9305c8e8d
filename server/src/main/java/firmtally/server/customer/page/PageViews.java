package firmtally.server.customer.page;

import firmtally.formats.pdf.QuotePaper;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;

/**
 * What the customer page is answered with. Nothing here knows of costs, margins, rules, notes or
 * inner numbers, and a test reads every answer for them. Amounts are written as on papers.
 */
final class PageViews {
  private PageViews() {}

  /** Whom the customer may call. */
  record CustomerRep(String name, String email, String phone) {}

  /** Who is signed in, to whom and for whom. */
  record CustomerView(
      QuotePaper.Seller seller,
      String name,
      String email,
      String account,
      String customerNumber,
      CustomerRep rep,
      String currency,
      boolean poNumberRequired,
      List<String> deliveryAddress) {}

  /**
   * What waits for the customer.
   *
   * @param balance what is open, with what was paid ahead taken off
   */
  record CustomerHome(
      List<CustomerQuote> quotes,
      List<CustomerOrder> orders,
      String balance,
      @MaybeNull String overdue,
      int openInvoices,
      List<CustomerInvoice> invoices,
      List<CustomerQuestion> questions) {}

  /**
   * A quote in a list.
   *
   * @param state {@code open}, {@code accepted}, {@code ordered}, {@code declined} or {@code
   *     expired}
   */
  record CustomerQuote(
      String number,
      String called,
      String title,
      LocalDate madeOn,
      LocalDate validUntil,
      String state,
      String total) {}

  /**
   * An order in a list.
   *
   * @param state {@code checking}, {@code in-work}, {@code partly-delivered}, {@code delivered},
   *     {@code running} for what only recurs, or {@code cancelled}
   */
  record CustomerOrder(
      String number,
      String title,
      LocalDate placedOn,
      @MaybeNull String poNumber,
      String state,
      String total,
      int lines,
      int done) {}

  /** An order, whole. */
  record CustomerOrderPage(
      CustomerOrder order,
      String deliveryAddress,
      List<CustomerOrderLine> lines,
      List<QuotePaper.Sum> sums,
      List<CustomerDelivery> deliveries,
      List<CustomerInvoice> invoices,
      boolean again) {}

  /**
   * A line of an order.
   *
   * @param delivered how much of it was delivered; blank for what recurs
   * @param due how much is still to come; blank for nothing
   * @param expected when that comes, in words
   */
  record CustomerOrderLine(
      String position,
      String code,
      String words,
      String remark,
      String quantity,
      String amount,
      String delivered,
      String due,
      String expected) {}

  /** Something that left. */
  record CustomerDelivery(String number, LocalDate on) {}

  /**
   * An invoice in a list.
   *
   * @param kind {@code invoice}, {@code deposit}, {@code charges}, {@code credit-note}, or {@code
   *     opening} for one that is not here
   * @param state {@code open}, {@code overdue} or {@code settled}
   */
  record CustomerInvoice(
      String number,
      String kind,
      @MaybeNull String order,
      LocalDate issuedOn,
      LocalDate due,
      String total,
      String open,
      String state) {}

  /** Something that can be ordered, at one's own price for one of it. */
  record CustomerProduct(
      String code, String name, String family, String price, String remark, boolean pictured) {}

  /** What is to be ordered, as it is typed. */
  record BasketForm(List<BasketLine> lines) {}

  /** So many of a product. */
  record BasketLine(String code, String quantity) {}

  /**
   * What is to be ordered, worked out. Lines with a problem have no amount and are not in the sums.
   *
   * @param total with tax, of what is invoiced first; null where nothing is in order
   */
  record Basket(
      List<BasketRow> lines,
      List<QuotePaper.Sum> sums,
      @MaybeNull String total,
      String currency,
      int problems) {}

  /** A line of it; {@code at} says which entry is not valid. */
  record BasketRow(
      String code,
      String quantity,
      String words,
      String remark,
      String price,
      String amount,
      String problem,
      String at) {}

  /**
   * An order to be placed.
   *
   * @param total the one that was shown
   */
  record CustomerOrderForm(
      List<BasketLine> lines,
      @MaybeNull String poNumber,
      @MaybeNull String requestedOn,
      @MaybeNull String deliveryAddress,
      @MaybeNull String words,
      String total) {}

  record CustomerPlaced(String number) {}

  /** What was asked, and what was answered. */
  record CustomerQuestion(
      Instant at,
      String name,
      String about,
      String words,
      @MaybeNull String answer,
      @MaybeNull String answeredBy,
      @MaybeNull Instant answeredAt) {}

  /** A question, about a paper by its number or about nothing in particular. */
  record CustomerAsk(@MaybeNull String about, String words) {}
}
