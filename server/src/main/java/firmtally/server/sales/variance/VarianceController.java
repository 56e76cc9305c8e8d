package firmtally.server.sales.variance;

import firmtally.core.money.Quantity;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.Visibility;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.order.Order;
import firmtally.server.sales.order.OrderService;
import firmtally.server.sales.order.OrderVariance;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.explanation.WorkingView;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Variance: the core's for one order, sums of what it was for each order over many. */
@RestController
class VarianceController {
  private static final Map<String, String> BY =
      Map.of(
          "rep",
          "p.name",
          "family",
          "v.family",
          "month",
          "substr(d.made_on, 1, 7)",
          "account",
          "a.name");
  private final OrderService orders;
  private final QuoteService quotes;
  private final OrderVariance variance;
  private final SettingsService settings;
  private final Sql sql;
  private final Clock clock;

  VarianceController(
      OrderService orders,
      QuoteService quotes,
      OrderVariance variance,
      SettingsService settings,
      Sql sql,
      Clock clock) {
    this.orders = orders;
    this.quotes = quotes;
    this.variance = variance;
    this.settings = settings;
    this.sql = sql;
    this.clock = clock;
  }

  /** A difference taken apart. */
  record BridgeParts(
      String change, String quantity, String price, String discount, String added, String removed) {
    static BridgeParts of(Variance.Parts parts) {
      return new BridgeParts(
          text(parts.change()),
          text(parts.quantity()),
          text(parts.price()),
          text(parts.discount()),
          text(parts.added()),
          text(parts.removed()));
    }
  }

  /** What became of a line in a step. */
  record BridgeLine(String line, String description, BridgeParts parts) {}

  /** From one paper to the next. */
  record BridgeStep(
      String from,
      String to,
      String before,
      String after,
      BridgeParts parts,
      List<BridgeLine> lines,
      List<WorkingView> workings) {}

  /** The bridge of an order: from what the opportunity was to what is invoiced. */
  record BridgeView(List<BridgeStep> steps) {}

  /** What it took to win, of one group. */
  record ReportRow(
      String group,
      long orders,
      String before,
      String quantity,
      String price,
      String discount,
      String added,
      String removed,
      String after) {}

  record Report(LocalDate from, LocalDate to, List<ReportRow> rows, ReportRow total) {}

  /** A paper and its lines. */
  private record Paper(String name, List<OrderVariance.Stood> lines) {}

  @GetMapping("/api/orders/{id}/bridge")
  BridgeView bridge(@PathVariable DocumentId id, @SignedIn Actor actor) {
    Order order = orders.readable(id, actor);
    List<Paper> papers = new ArrayList<>();
    papers.add(new Paper("Opportunity", variance.opened(id)));
    if (order.document().followsId() != null) {
      Quote quote = quotes.readable(order.document().followsId(), actor);
      papers.add(
          new Paper(
              "Quote " + quote.called(), OrderVariance.stood(quotes.calculation(quote, actor))));
    }
    List<OrderVariance.Stood> ordered = OrderVariance.stood(orders.calculation(order, actor));
    papers.add(new Paper("Order " + order.number(), ordered));
    List<OrderVariance.Stood> invoiced = invoiced(id, ordered);
    if (!invoiced.isEmpty()) {
      papers.add(new Paper("Invoiced", invoiced));
    }
    List<BridgeStep> steps = new ArrayList<>();
    for (int i = 1; i < papers.size(); i++) {
      steps.add(step(papers.get(i - 1), papers.get(i)));
    }
    return new BridgeView(steps);
  }

  private BridgeStep step(Paper from, Paper to) {
    CurrencyUnit currency = settings.company().currency();
    List<VarianceLine> before = from.lines().stream().map(l -> l.line(currency)).toList();
    List<VarianceLine> after = to.lines().stream().map(l -> l.line(currency)).toList();
    Map<String, String> words = new LinkedHashMap<>();
    from.lines().forEach(l -> words.put(l.key(), l.words()));
    to.lines().forEach(l -> words.put(l.key(), l.words()));
    Variance of = Variance.of(currency, before, after);
    return new BridgeStep(
        from.name(),
        to.name(),
        text(of.before()),
        text(of.after()),
        BridgeParts.of(of.totals()),
        of.lines().stream()
            .filter(l -> !l.parts().change().isZero())
            .map(l -> new BridgeLine(l.key(), words.get(l.key()), BridgeParts.of(l.parts())))
            .toList(),
        of.workings(before, after).stream()
            .map(working -> WorkingView.of("", working, Map.of()))
            .toList());
  }

  private static String text(Money money) {
    return money.getAmount().toPlainString();
  }

  private record Line(String line, long quantity, long net) {}

  /** What of each line is invoiced, less what was credited; at the order's own prices. */
  private List<OrderVariance.Stood> invoiced(DocumentId order, List<OrderVariance.Stood> ordered) {
    CurrencyUnit currency = settings.company().currency();
    Map<String, OrderVariance.Stood> byLine = new LinkedHashMap<>();
    ordered.forEach(line -> byLine.put(line.key(), line));
    List<OrderVariance.Stood> invoiced = new ArrayList<>();
    for (Line line :
        sql.sql(
                """
                SELECT l.line_id AS line, SUM(CASE WHEN t.agreement_id IS NULL THEN l.quantity ELSE 0 END) AS quantity, SUM(l.net) AS net
                FROM invoice_line l JOIN invoice_terms t ON t.document_id = l.document_id
                WHERE t.order_id = :order GROUP BY l.line_id ORDER BY 1
                """)
            .param("order", order)
            .query(Line.class)
            .list()) {
      OrderVariance.Stood of = byLine.get(line.line());
      Money net = Money.ofMinor(currency, line.net());
      if (of != null && net.isPositive()) {
        invoiced.add(
            new OrderVariance.Stood(
                of.key(),
                of.family(),
                of.words(),
                quantity(of, line, net).toString(),
                of.unitPrice(),
                text(net)));
      }
    }
    return invoiced;
  }

  /** Of what recurs: its part of the quantity, as far as the term was charged. */
  private static Quantity quantity(OrderVariance.Stood of, Line line, Money net) {
    if (line.quantity() > 0) {
      return Quantity.ofThousandths(line.quantity());
    }
    BigDecimal whole = new BigDecimal(of.amount());
    BigDecimal part =
        new BigDecimal(of.quantity())
            .multiply(net.getAmount())
            .divide(whole, 3, RoundingMode.HALF_UP);
    return Quantity.of(part.signum() > 0 ? part : new BigDecimal("0.001"));
  }

  /** What it took to win, over the orders of a period. */
  @GetMapping("/api/reports/variance")
  Report report(
      @RequestParam(defaultValue = "rep") String by,
      @RequestParam(required = false) @MaybeNull LocalDate from,
      @RequestParam(required = false) @MaybeNull LocalDate to,
      @SignedIn Actor actor) {
    String group = BY.get(by);
    if (group == null) {
      throw BadInput.at("by", "Choose one of account, family, month, rep.");
    }
    LocalDate until = to == null ? LocalDate.now(clock) : to;
    LocalDate since = from == null ? until.minusYears(1).plusDays(1) : from;
    List<ReportRow> rows = rows(group, since, until, actor);
    List<ReportRow> all = rows("''", since, until, actor);
    return new Report(
        since,
        until,
        rows,
        all.isEmpty() ? new ReportRow("", 0, "0", "0", "0", "0", "0", "0", "0") : all.get(0));
  }

  private List<ReportRow> rows(String group, LocalDate from, LocalDate to, Actor actor) {
    String text =
        """
        SELECT %s AS grp, COUNT(DISTINCT d.id) AS orders, SUM(v.before) AS before, SUM(v.quantity) AS quantity, SUM(v.price) AS price,
               SUM(v.discount) AS discount, SUM(v.added) AS added, SUM(v.removed) AS removed, SUM(v.after) AS after
        FROM order_variance v JOIN document d ON d.id = v.document_id JOIN opportunity o ON o.id = d.opportunity_id
          JOIN person p ON p.id = o.owner_id JOIN account a ON a.id = d.account_id
        WHERE d.made_on BETWEEN :from AND :to AND %s
        GROUP BY 1 ORDER BY SUM(v.after) DESC, 1
        """
            .formatted(group, Visibility.OPPORTUNITY_READABLE);
    var amounts = settings.amounts();
    return Visibility.bind(sql.sql(text), actor)
        .param("from", from)
        .param("to", to)
        .query(
            (row, n) ->
                new ReportRow(
                    row.getString("grp"),
                    row.getLong("orders"),
                    amounts.apply(row.getLong("before")),
                    amounts.apply(row.getLong("quantity")),
                    amounts.apply(row.getLong("price")),
                    amounts.apply(row.getLong("discount")),
                    amounts.apply(row.getLong("added")),
                    amounts.apply(row.getLong("removed")),
                    amounts.apply(row.getLong("after"))))
        .list();
  }
}
