package firmtally.server.sales.order;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.Download;
import firmtally.server.worksheet.calculation.WorksheetBook;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** An order as a file: its confirmation, a workbook, and for programs. */
@RestController
@RequestMapping("/api")
class OrderFileController {
  private final OrderService orders;
  private final OrderPapers papers;

  OrderFileController(OrderService orders, OrderPapers papers) {
    this.orders = orders;
    this.papers = papers;
  }

  @GetMapping("/orders/{id}/confirmation/pdf")
  ResponseEntity<byte[]> confirmation(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    return Download.pdf(order.number(), papers.confirmation(order, actor));
  }

  /** The order as a workbook that reckons, without costs. */
  @GetMapping(path = "/orders/{id}/order.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> orderBook(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    return Download.of(
        WorksheetBook.of(
            "Order " + order.number(),
            order.terms().poNumberIfAny().map(number -> "PO number " + number).orElse(""),
            orders.calculation(order, actor),
            false),
        order.number() + ".xlsx",
        Download.XLSX);
  }

  /** The order for programs, as a UBL 2.1 order. */
  @GetMapping(path = "/orders/{id}/ubl", produces = MediaType.APPLICATION_XML_VALUE)
  ResponseEntity<byte[]> orderUbl(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    return Download.of(
        papers.ubl(order, actor), order.number() + ".xml", MediaType.APPLICATION_XML_VALUE);
  }
}
