package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.peppol.PeppolValidation2026_05;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What was issued, as UBL at the door, against the rules of EN 16931 and Peppol. */
class ElectronicInvoiceTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int EVERY = 40;

  /** One of Mara's with an address and a tax identifier. */
  private static final String BUYER = "16";

  private static ValidationExecutorSetRegistry<IValidationSourceXML> rules;
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Guest controller = Guest.signedIn(HOUSE, "otto");

  @BeforeAll
  static void readRules() {
    rules = new ValidationExecutorSetRegistry<>();
    EN16931Validation.initEN16931(rules);
    PeppolValidation2026_05.init(rules);
  }

  private static List<String> errors(DVRCoordinate set, byte[] xml) {
    List<String> errors = new ArrayList<>();
    ValidationExecutionManager.executeValidation(
            IValidityDeterminator.createDefault(),
            rules.getOfID(set),
            ValidationSourceXML.create(null, DOMReader.readXMLDOM(xml)),
            Locale.ENGLISH)
        .forEach(
            result ->
                result
                    .getErrorList()
                    .getAllErrors()
                    .forEach(error -> errors.add(error.getAsString(Locale.ENGLISH))));
    return errors;
  }

  /**
   * The document as others get it; nothing is wrong with it, and it asks for what the paper asks.
   */
  private String valid(long id) {
    byte[] xml = controller.get("/api/invoices/" + id + "/ubl").is(200).bytes();
    String text = new String(xml, StandardCharsets.UTF_8);
    boolean isCredit = text.contains("<CreditNote");
    List<String> wrong =
        new ArrayList<>(
            errors(
                isCredit
                    ? EN16931Validation.VID_UBL_CREDIT_NOTE_1316
                    : EN16931Validation.VID_UBL_INVOICE_1316,
                xml));
    wrong.addAll(
        errors(
            isCredit
                ? PeppolValidation2026_05.VID_OPENPEPPOL_CREDIT_NOTE_UBL_V3
                : PeppolValidation2026_05.VID_OPENPEPPOL_INVOICE_UBL_V3,
            xml));
    assertThat(wrong).as(text).isEmpty();
    BigDecimal total = new BigDecimal(controller.get("/api/invoices/" + id).text("/total"));
    assertThat(text).contains(">" + total.abs().toPlainString() + "</cbc:PayableAmount>");
    assertThat(errors(EN16931Validation.VID_CII_1316, inside(id))).isEmpty();
    return text;
  }

  /** The XML that the invoice's PDF carries. */
  private byte[] inside(long id) {
    byte[] pdf = controller.get("/api/invoices/" + id + "/pdf").is(200).bytes();
    try (PDDocument document = Loader.loadPDF(pdf)) {
      return document
          .getDocumentCatalog()
          .getNames()
          .getEmbeddedFiles()
          .getNames()
          .get("factur-x.xml")
          .getEmbeddedFile()
          .toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private long ordered(List<Map<String, Object>> lines) {
    long opportunity = newOpportunity(rep, "Electronic", BUYER);
    saveLines(rep, opportunity, lines).is(200);
    long order =
        rep.post("/api/opportunities/" + opportunity + "/order", Map.of("poNumber", "PO-E"))
            .is(200)
            .id();
    assertThat(rep.get("/api/orders/" + order).text("/state")).isEqualTo("released");
    return order;
  }

  private static Map<String, Object> part(String id, String quantity, String price, String tax) {
    Map<String, Object> part = line(id, "", quantity, null);
    part.putAll(Map.of("description", "Part " + id, "listPrice", price, "unitCost", "1"));
    part.put("taxPercent", tax);
    return part;
  }

  private long invoice(long order, Map<String, Object> what) {
    return controller.post("/api/orders/" + order + "/invoices", what).is(200).id();
  }

  @Test
  void depositsTheirDeductionAndCreditNotesAreValid() {
    Map<String, Object> gift = part("3", "1", "5", "19");
    gift.put("gift", true);
    Map<String, Object> discounted = part("2", "3", "3.3333", "7");
    discounted.put("discountPercent", "3");
    long order = ordered(List.of(part("1", "2", "10.01", "19"), discounted, gift));
    long deposit = invoice(order, Map.of("what", "deposit", "percent", "30"));
    assertThat(valid(deposit)).contains("Deposit of 30 %");
    long rest = invoice(order, Map.of("what", "rest"));
    assertThat(valid(rest)).contains("Less deposit").contains("AllowanceTotalAmount");
    long credit =
        controller
            .post("/api/invoices/" + rest + "/credit", Map.of("reason", "Damaged"))
            .is(200)
            .id();
    assertThat(valid(credit))
        .contains(controller.get("/api/invoices/" + rest).text("/number"))
        .contains("Damaged");
  }

  @Test
  void whatTheDemoCompanyIssuedIsValid() {
    List<JsonNode> all = controller.rows("/api/invoices");
    for (int i = 0; i < all.size(); i += EVERY) {
      valid(all.get(i).path("id").asLong());
    }
  }

  @Test
  void whatIsNotTheirsIsNotTheirs() {
    JsonNode first = controller.get("/api/invoices").is(200).body().path("rows").path(0);
    new Guest(HOUSE).get("/api/invoices/" + first.path("id").asString() + "/ubl").is(401);
  }
}
