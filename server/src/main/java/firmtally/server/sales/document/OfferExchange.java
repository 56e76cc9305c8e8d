package firmtally.server.sales.document;

import firmtally.core.money.Percent;
import firmtally.core.money.TaxedSum;
import firmtally.core.worksheet.LineTally;
import firmtally.formats.order.TradeOffer;
import firmtally.formats.pdf.QuotePaper;
import firmtally.server.customers.account.Account;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/**
 * Quotes and orders as programs exchange them: what counts of a worksheet, over the whole terms.
 */
@Component
public class OfferExchange {
  private static final PaperRows.Shown SHOWN = new PaperRows.Shown(false, false, false);
  private final TradeParties parties;
  private final Correspondence correspondence;

  OfferExchange(TradeParties parties, Correspondence correspondence) {
    this.parties = parties;
    this.correspondence = correspondence;
  }

  /**
   * What stands on one beside its lines.
   *
   * @param number with its revision, as it is called
   */
  public record Head(
      String number,
      LocalDate day,
      Optional<LocalDate> until,
      String poNumber,
      String delivery,
      String note) {}

  /**
   * A quote or an order for programs.
   *
   * @throws firmtally.server.platform.web.NotPossible where the company's country is not known
   */
  public TradeOffer of(Head head, Account account, Calculation worked) {
    String country = parties.neededCountry();
    List<TradeOffer.Line> lines = new ArrayList<>();
    Map<Percent, BigDecimal> bases = new HashMap<>();
    Iterator<QuotePaper.Line> papers =
        PaperRows.lines(worked, SHOWN, product -> Optional.empty(), correspondence.words(account))
            .iterator();
    for (Calculation.Row row : worked.rows()) {
      String remark = papers.next().remark();
      row.tally()
          .filter(tally -> tally.line().counted())
          .ifPresent(
              tally -> {
                Money net = tally.overTerm();
                bases.merge(tally.line().item().tax(), net.getAmount(), BigDecimal::add);
                lines.add(line(worked, row.form(), tally, net, remark));
              });
    }
    Money contract = worked.contract();
    TaxedSum taxed = TaxedSum.of(contract.getCurrencyUnit(), bases);
    return new TradeOffer(
        head.number(),
        head.day(),
        contract.getCurrencyUnit().getCode(),
        parties.seller(account).in(country),
        parties.buyer(account).in(country),
        head.until(),
        head.poNumber(),
        head.delivery(),
        head.note(),
        account.isExempt() ? account.dealings().taxExemption() : "",
        lines,
        taxed.net().getAmount(),
        taxed.tax().getAmount());
  }

  private static TradeOffer.Line line(
      Calculation worked, LineForm form, LineTally tally, Money net, String remark) {
    return new TradeOffer.Line(
        form.product() == null ? "" : form.product().strip(),
        form.description(),
        remark,
        new BigDecimal(tally.line().quantity().toString()),
        worked.product(form).map(product -> product.unit()).orElse(""),
        net.getAmount(),
        new BigDecimal(tally.line().item().tax().toString()),
        Optional.ofNullable(form.requestedOn())
            .filter(day -> !day.isBlank())
            .map(day -> LocalDate.parse(day.strip())));
  }
}
