package firmtally.formats.bank;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

/**
 * What came in, as a bank tells it.
 *
 * @param entries amounts that were credited, in their order
 */
public record BankStatement(List<Entry> entries) {
  /**
   * Something that came in.
   *
   * @param on the day on which it was booked
   * @param amount above 0
   * @param currency its code; blank where the bank does not say
   * @param payer blank where the bank does not say
   * @param words what the payer wrote; a structured reference among them
   * @param ref by which the bank knows it; blank where it has none
   */
  public record Entry(
      LocalDate on, BigDecimal amount, String currency, String payer, String words, String ref) {}

  /** Something in a statement that is not valid: where, and what. */
  public static final class NotValidException extends IllegalArgumentException {
    private static final long serialVersionUID = 1;

    public NotValidException(String message) {
      super(message);
    }

    public NotValidException(String message, Throwable cause) {
      super(message, cause);
    }
  }
}
