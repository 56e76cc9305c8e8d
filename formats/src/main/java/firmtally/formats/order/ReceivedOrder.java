package firmtally.formats.order;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * An order of a customer as it came. What it does not say is blank or empty.
 *
 * @param number theirs
 * @param currency ISO 4217; blank where it names none
 * @param buyer how they call themselves
 * @param buyerIds by which they may be known: our number of them, tax identifiers, email addresses
 * @param delivery where it is to go, line by line
 */
public record ReceivedOrder(
    String number,
    Optional<LocalDate> issuedOn,
    String currency,
    String buyer,
    List<String> buyerIds,
    String note,
    Optional<LocalDate> wanted,
    String delivery,
    List<Line> lines) {
  /**
   * A line.
   *
   * @param ourCode the seller's code of it
   * @param theirCode the buyer's own
   * @param unit its code of UN/ECE Recommendation 20
   * @param unitPrice what they expect to pay for one
   */
  public record Line(
      String ourCode,
      String theirCode,
      String words,
      BigDecimal quantity,
      String unit,
      Optional<BigDecimal> unitPrice,
      Optional<LocalDate> wanted) {}
}
