package firmtally.formats.invoice;

import static org.assertj.core.api.Assertions.assertThat;

import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.peppol.PeppolValidation2026_05;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every kind of invoice against the rules of EN 16931 and Peppol, as others wrote them. */
class ElectronicInvoiceTest {
  private static final LocalDate DAY = LocalDate.parse("2027-03-15");

  private static BigDecimal n(String number) {
    return new BigDecimal(number);
  }

  private static List<String> errors(TradeInvoice invoice) {
    byte[] xml = UblInvoice.write(invoice);
    List<String> errors =
        new ArrayList<>(
            Rules.errors(
                invoice.credit()
                    ? EN16931Validation.VID_UBL_CREDIT_NOTE_1316
                    : EN16931Validation.VID_UBL_INVOICE_1316,
                xml));
    errors.addAll(
        Rules.errors(
            invoice.credit()
                ? PeppolValidation2026_05.VID_OPENPEPPOL_CREDIT_NOTE_UBL_V3
                : PeppolValidation2026_05.VID_OPENPEPPOL_INVOICE_UBL_V3,
            xml));
    return errors;
  }

  private static TradeInvoice.Party seller(String taxId) {
    return new TradeInvoice.Party(
        "Harrow & Plumb",
        "",
        "12 Weighbridge Lane",
        "40210",
        "Harrow Bridge",
        "DE",
        taxId,
        "4711",
        "sales@harrowplumb.example",
        "555 0100 100",
        "Mara Lind");
  }

  private static final TradeInvoice.Party BUYER =
      new TradeInvoice.Party(
          "Greyfen Dairy",
          "A-1001",
          "83 Weir Lane",
          "58736",
          "Greyfen",
          "DE",
          "DE 987 654 321",
          "",
          "post@greyfen.example",
          "",
          "Linus Lorne");

  private static TradeInvoice.Line line(String words, String quantity, String net, String percent) {
    return new TradeInvoice.Line("BS-15", words, n(quantity), "pc", n(net), n(percent), null, null);
  }

  /** What is added up here by hand is what a reader of the paper would add up. */
  private static TradeInvoice of(
      boolean credit,
      String poNumber,
      String exemption,
      List<TradeInvoice.Line> lines,
      List<TradeInvoice.Deduction> deductions,
      List<TradeInvoice.Tax> taxes) {
    BigDecimal sum =
        lines.stream().map(TradeInvoice.Line::net).reduce(BigDecimal.ZERO, BigDecimal::add);
    BigDecimal off =
        deductions.stream()
            .map(TradeInvoice.Deduction::net)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    BigDecimal tax =
        taxes.stream().map(TradeInvoice.Tax::tax).reduce(BigDecimal.ZERO, BigDecimal::add);
    BigDecimal net = sum.subtract(off);
    return new TradeInvoice(
        credit,
        credit ? "N-1001" : "I-1001",
        DAY,
        DAY.plusDays(30),
        "EUR",
        seller("DE123456789"),
        BUYER,
        new TradeInvoice.References(
            poNumber, "S-1001", credit ? "I-1001" : "", credit ? DAY : null),
        new TradeInvoice.Payment(
            "RF18539007547034", "DE89370400440532013000", "Net within 30 days"),
        "",
        exemption,
        lines,
        deductions,
        taxes,
        new TradeInvoice.Sums(sum, off, net, tax, net.add(tax)));
  }

  static TradeInvoice sample(String kind) {
    return switch (kind) {
      case "plain" ->
          of(
              false,
              "PO-1",
              "",
              List.of(line("Bench scale", "3", "1000.00", "19")),
              List.of(),
              List.of(new TradeInvoice.Tax(n("19"), n("1000.00"), n("190.00"))));
      case "rates and a gift" ->
          of(
              false,
              "",
              "",
              List.of(
                  line("Bench scale", "2", "333.33", "19"),
                  line("Handbook", "1", "20.00", "7"),
                  line("Test weight", "1", "0.00", "19")),
              List.of(),
              List.of(
                  new TradeInvoice.Tax(n("7"), n("20.00"), n("1.40")),
                  new TradeInvoice.Tax(n("19"), n("333.33"), n("63.33"))));
      case "deposit deducted" ->
          of(
              false,
              "PO-1",
              "",
              List.of(line("Bench scale", "3", "1000.00", "19")),
              List.of(new TradeInvoice.Deduction(n("19"), n("300.00"), "Less deposit I-1000")),
              List.of(new TradeInvoice.Tax(n("19"), n("700.00"), n("133.00"))));
      case "exempt" ->
          of(
              false,
              "PO-1",
              "Export outside the Union",
              List.of(line("Bench scale", "1", "475.00", "0")),
              List.of(),
              List.of(new TradeInvoice.Tax(n("0"), n("475.00"), n("0.00"))));
      case "zero rate" ->
          of(
              false,
              "PO-1",
              "",
              List.of(line("Bench scale", "1", "475.00", "0")),
              List.of(),
              List.of(new TradeInvoice.Tax(n("0"), n("475.00"), n("0.00"))));
      case "charges" ->
          of(
              false,
              "PO-1",
              "",
              List.of(
                  new TradeInvoice.Line(
                      "CAL-H",
                      "Calibration plan",
                      n("3"),
                      "plan",
                      n("354.00"),
                      n("19"),
                      DAY,
                      DAY.plusMonths(3).minusDays(1))),
              List.of(),
              List.of(new TradeInvoice.Tax(n("19"), n("354.00"), n("67.26"))));
      case "credit note" ->
          of(
              true,
              "PO-1",
              "",
              List.of(line("Bench scale", "1", "333.33", "19")),
              List.of(),
              List.of(new TradeInvoice.Tax(n("19"), n("333.33"), n("63.33"))));
      default -> throw new IllegalArgumentException(kind);
    };
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "plain",
        "rates and a gift",
        "deposit deducted",
        "exempt",
        "zero rate",
        "charges",
        "credit note"
      })
  void isValidByEn16931AndPeppol(String kind) {
    assertThat(errors(sample(kind))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "plain",
        "rates and a gift",
        "deposit deducted",
        "exempt",
        "zero rate",
        "charges",
        "credit note"
      })
  void isValidInTheUnCefactSyntaxToo(String kind) {
    byte[] xml = CiiInvoice.write(sample(kind));
    assertThat(Rules.errors(EN16931Validation.VID_CII_1316, xml)).isEmpty();
  }

  @Test
  void theRulesWouldFindATotalThatDoesNotAddUp() {
    TradeInvoice good = sample("plain");
    TradeInvoice.Sums s = good.sums();
    TradeInvoice wrong =
        new TradeInvoice(
            false,
            good.number(),
            good.issuedOn(),
            good.due(),
            "EUR",
            good.seller(),
            good.buyer(),
            good.references(),
            good.payment(),
            "",
            "",
            good.lines(),
            good.deductions(),
            good.taxes(),
            new TradeInvoice.Sums(
                s.lines(), s.deducted(), s.net(), s.tax(), s.total().add(n("1"))));
    assertThat(errors(wrong)).anyMatch(error -> error.contains("BR-CO-15"));
  }

  @Test
  void countriesAreKnownAsPeopleWriteThem() {
    assertThat(Countries.code("Germany")).contains("DE");
    assertThat(Countries.code("deutschland")).contains("DE");
    assertThat(Countries.code(" fr ")).contains("FR");
    assertThat(Countries.code("Harrow")).isEmpty();
    assertThat(Countries.code("")).isEmpty();
    assertThat(seller("TX 400 100").hasVatId()).isFalse();
    assertThat(seller("DE 123.456.789").hasVatId()).isTrue();
  }
}
