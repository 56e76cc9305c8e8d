package firmtally.formats.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.helger.phive.peppol.PeppolValidation2026_05;
import com.helger.ubl21.UBL21Marshaller;
import firmtally.formats.invoice.Rules;
import firmtally.formats.invoice.TradeInvoice;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/**
 * Orders by the rules of Peppol as others wrote them, quotations by their schema; and orders in.
 */
class ElectronicOrderTest {
  private static final LocalDate DAY = LocalDate.parse("2027-03-15");

  private static TradeInvoice.Party party(String name, String number, String taxId) {
    return new TradeInvoice.Party(
        name, number, "12 Lane", "40210", "Town", "DE", taxId, "", "post@x.example", "555 1", "");
  }

  private static TradeOffer.Line line(String words, String quantity, String net, String remark) {
    return new TradeOffer.Line(
        "BS-15",
        words,
        remark,
        new BigDecimal(quantity),
        "pc",
        new BigDecimal(net),
        new BigDecimal("19"),
        remark.isEmpty() ? Optional.of(DAY.plusDays(20)) : Optional.empty());
  }

  private static TradeOffer offer(String poNumber) {
    return new TradeOffer(
        "S-1001",
        DAY,
        "EUR",
        party("Harrow & Plumb", "", "DE123456789"),
        party("Greyfen Dairy", "A-1001", "DE987654321"),
        Optional.of(DAY.plusDays(30)),
        poNumber,
        "Gate 2\n83 Weir Lane\n58736 Greyfen",
        "As agreed by phone",
        "",
        List.of(
            line("Bench scale", "3", "1000.00", ""),
            line("Calibration plan", "1", "360.00", "charged every month for 12 months")),
        new BigDecimal("1360.00"),
        new BigDecimal("258.40"));
  }

  private static List<String> faults(byte[] xml) {
    return Rules.errors(PeppolValidation2026_05.VID_OPENPEPPOL_ORDER_V3, xml);
  }

  @Test
  void anOrderIsInOrderByTheRulesOfPeppol() {
    assertThat(faults(UblOffer.order(offer("PO-77")))).isEmpty();
    assertThat(faults(UblOffer.order(offer("")))).isEmpty();
    String wrong =
        new String(UblOffer.order(offer("PO-77")), StandardCharsets.UTF_8)
            .replace(">1360.00</cbc:LineExtensionAmount>", ">1360.01</cbc:LineExtensionAmount>");
    assertThat(faults(wrong.getBytes(StandardCharsets.UTF_8))).isNotEmpty();
  }

  @Test
  void aQuotationFitsItsSchema() {
    byte[] xml = UblOffer.quotation(offer(""));
    var read = UBL21Marshaller.quotation().read(xml);
    assertThat(read).isNotNull();
    assertThat(read.getValidityPeriod().getEndDateValue()).hasToString("2027-04-14");
    assertThat(read.getQuotationLineAtIndex(1).getNoteAtIndex(0).getValue())
        .isEqualTo("charged every month for 12 months");
    assertThat(read.getQuotedMonetaryTotal().getPayableAmountValue())
        .isEqualByComparingTo("1618.40");
  }

  @Test
  void whatIsWrittenIsReadAsAnOrder() {
    ReceivedOrder read = UblOrderReader.read(UblOffer.order(offer("PO-77")));
    assertThat(read.number()).isEqualTo("PO-77");
    assertThat(read.issuedOn()).contains(DAY);
    assertThat(read.buyer()).isEqualTo("Greyfen Dairy");
    assertThat(read.buyerIds()).contains("A-1001", "DE987654321", "post@x.example");
    assertThat(read.delivery()).isEqualTo("Gate 2\n83 Weir Lane\n58736 Greyfen");
    assertThat(read.note()).isEqualTo("As agreed by phone");
    assertThat(read.lines())
        .first()
        .isEqualTo(
            new ReceivedOrder.Line(
                "BS-15",
                "",
                "Bench scale",
                new BigDecimal("3"),
                "H87",
                Optional.of(new BigDecimal("333.3333")),
                Optional.of(DAY.plusDays(20))));
  }

  @Test
  void whatIsNoOrderIsRefusedWithItsPlace() {
    assertThat(UblOrderReader.isOrder("%PDF-1.7".getBytes(StandardCharsets.UTF_8))).isFalse();
    assertThatThrownBy(() -> UblOrderReader.read(UblOffer.quotation(offer(""))))
        .hasMessage("This is not an order in UBL 2.1.");
    String broken =
        new String(UblOffer.order(offer("PO-77")), StandardCharsets.UTF_8)
            .replaceAll(
                "<cbc:IssueDate>.*?</cbc:IssueDate>", "<cbc:IssueDate>soon</cbc:IssueDate>");
    assertThatThrownBy(() -> UblOrderReader.read(broken.getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("Line 7")
        .hasMessageContaining("soon");
  }
}
