package firmtally.formats.order;

import firmtally.formats.invoice.TradeInvoice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A quote or an order as it is exchanged. Amounts are in the currency, with its decimals, over the
 * whole term of what recurs. What is not known is blank.
 *
 * @param number ours
 * @param currency ISO 4217, such as {@code EUR}
 * @param until a quote's last day; empty of an order
 * @param poNumber the buyer's number of an order
 * @param delivery where it goes, as it is written; blank for the buyer's address
 * @param exemption why no tax is charged; blank where it is
 * @param net the sum of the lines
 * @param tax on it; what recurs is taxed with each charge at the same rates
 */
public record TradeOffer(
    String number,
    LocalDate issuedOn,
    String currency,
    TradeInvoice.Party seller,
    TradeInvoice.Party buyer,
    Optional<LocalDate> until,
    String poNumber,
    String delivery,
    String note,
    String exemption,
    List<Line> lines,
    BigDecimal net,
    BigDecimal tax) {
  /**
   * A line.
   *
   * @param code ours; blank for what is not in the catalogue
   * @param remark such as how often it is charged; blank for nothing
   * @param net over the whole term, for the whole quantity
   * @param wanted the day on which the buyer wants it
   */
  public record Line(
      String code,
      String words,
      String remark,
      BigDecimal quantity,
      String unit,
      BigDecimal net,
      BigDecimal percent,
      Optional<LocalDate> wanted) {}
}
