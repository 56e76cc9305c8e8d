package firmtally.formats.invoice;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

/**
 * An invoice or credit note as it is exchanged. Amounts are in the currency, with its decimals; on
 * a credit note they are above zero as well. What is not known is blank.
 *
 * @param credit whether it takes an invoice back
 * @param number its own, without gaps
 * @param currency ISO 4217, such as {@code EUR}
 * @param references what it refers to
 * @param exemption why no tax is charged, in the words of the law; blank where it is
 * @param deductions what was invoiced before, by tax rate, above zero
 * @param taxes what is taxed by which rate, after the deductions
 */
public record TradeInvoice(
    boolean credit,
    String number,
    LocalDate issuedOn,
    LocalDate due,
    String currency,
    Party seller,
    Party buyer,
    References references,
    Payment payment,
    String note,
    String exemption,
    List<Line> lines,
    List<Deduction> deductions,
    List<Tax> taxes,
    Sums sums) {
  /**
   * Who sells or buys.
   *
   * @param number how the other side knows it, such as a customer number
   * @param country ISO 3166-1 alpha-2, such as {@code DE}
   * @param taxId as it stands on papers; one that begins with a country is a VAT identifier
   * @param registration in a register of companies
   * @param contact a person to ask
   */
  public record Party(
      String name,
      String number,
      String street,
      String postal,
      String town,
      String country,
      String taxId,
      String registration,
      String email,
      String phone,
      String contact) {
    /** The same in a country, where none was named. */
    public Party in(String other) {
      return country.isEmpty()
          ? new Party(
              name, number, street, postal, town, other, taxId, registration, email, phone, contact)
          : this;
    }

    /** The tax identifier without blanks, as programs compare it. */
    String taxNumber() {
      return taxId.replaceAll("[\\s.-]", "");
    }

    /** Whether the tax identifier is one of VAT: it begins with its country. */
    boolean hasVatId() {
      return taxNumber().matches("[A-Z]{2}[0-9A-Z+*]{2,13}")
          && Countries.isCode(taxNumber().substring(0, 2));
    }
  }

  /**
   * What it refers to.
   *
   * @param poNumber the buyer's
   * @param order the seller's
   * @param credits of a credit note: the invoice
   */
  public record References(
      String poNumber, String order, String credits, LocalDate creditsIssuedOn) {}

  /**
   * How it is paid.
   *
   * @param reference that the payer is to name
   * @param account an IBAN or other account; blank where none is told
   * @param terms in words
   */
  public record Payment(String reference, String account, String terms) {}

  /**
   * A line.
   *
   * @param code the seller's
   * @param quantity above zero
   * @param unit in words, such as {@code pc}
   * @param net for the whole quantity; 0 for what is free of charge
   * @param percent of tax
   * @param from of a charge: the first day that it is for; null else
   */
  public record Line(
      String code,
      String words,
      BigDecimal quantity,
      String unit,
      BigDecimal net,
      BigDecimal percent,
      LocalDate from,
      LocalDate to) {}

  /** What is taken off of a tax rate, without tax. */
  public record Deduction(BigDecimal percent, BigDecimal net, String words) {}

  /** What is taxed by a rate. */
  public record Tax(BigDecimal percent, BigDecimal base, BigDecimal tax) {}

  /** What it comes to. */
  public record Sums(
      BigDecimal lines, BigDecimal deducted, BigDecimal net, BigDecimal tax, BigDecimal total) {}

  /** The same with both parties in a country, where none was named of theirs. */
  public TradeInvoice in(String country) {
    return new TradeInvoice(
        credit,
        number,
        issuedOn,
        due,
        currency,
        seller.in(country),
        buyer.in(country),
        references,
        payment,
        note,
        exemption,
        lines,
        deductions,
        taxes,
        sums);
  }
}
