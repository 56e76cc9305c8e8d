package firmtally.server.sales.invoice;

import firmtally.core.invoicing.Ask;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.order.OrderLine;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/**
 * What is to be invoiced of an order, from what was typed.
 *
 * @param planned the deposit that is meant where none is typed
 */
record Asks(CurrencyUnit currency, List<OrderLine> ordered, Percent planned) {
  /**
   * What an invoice is to cover.
   *
   * @throws NotPossible when nothing of it is left
   */
  Ask read(InvoiceService.IssueForm typed, Billing billing) {
    boolean deduct = !Boolean.FALSE.equals(typed.deduct());
    Input input = new Input();
    Optional<Ask> ask =
        switch (typed.what() == null ? "" : typed.what()) {
          case "delivered" -> billing.delivered(deduct);
          case "rest" -> billing.rest(deduct);
          case "part" -> Billing.part(quantities(input, typed.lines()), deduct);
          case "deposit" -> deposit(input, typed);
          default -> {
            input.refuse("what", "Choose one of delivered, deposit, part, rest.");
            yield Optional.empty();
          }
        };
    input.check();
    return ask.orElseThrow(() -> new NotPossible("Nothing of this is left to invoice."));
  }

  private Optional<Ask> deposit(Input input, InvoiceService.IssueForm typed) {
    if (typed.net() != null && !typed.net().isBlank()) {
      return Amounts.read(input, "net", currency, typed.net())
          .filter(
              net -> {
                if (!net.isPositive()) {
                  input.refuse("net", "Enter an amount above 0.");
                }
                return net.isPositive();
              })
          .map(net -> new Ask.NetDeposit(Billing.NEXT, net));
    }
    String percent =
        typed.percent() == null || typed.percent().isBlank() ? planned.toString() : typed.percent();
    return input.value(
        "percent",
        percent,
        text ->
            new Ask.PercentDeposit(
                Billing.NEXT,
                Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED)));
  }

  /** The quantities of lines, each of which is on the order. */
  Map<String, BigDecimal> quantities(Input input, @MaybeNull List<InvoiceService.Portion> typed) {
    Map<String, BigDecimal> quantities = new LinkedHashMap<>();
    List<InvoiceService.Portion> given = Input.given(typed);
    for (int i = 0; i < given.size(); i++) {
      InvoiceService.Portion portion = given.get(i);
      String at = "lines[" + i + "]";
      if (ordered.stream().noneMatch(line -> line.id().equals(portion.line()))) {
        input.refuse(at + ".line", "This line is not on the order.");
      }
      input
          .value(at + ".quantity", portion.quantity(), text -> Quantity.parse(text).value())
          .ifPresent(quantity -> quantities.put(portion.line(), quantity));
    }
    return quantities;
  }
}
