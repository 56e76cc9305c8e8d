package firmtally.formats.invoice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.formats.writing.Writing;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;

/** An invoice whose PDF carries its XML, judged by a validator of PDF/A that nobody here wrote. */
class HybridInvoiceTest {
  private static final LocalDate DAY = LocalDate.parse("2027-03-15");

  @BeforeAll
  static void aValidatorThatNobodyHereWrote() {
    VeraGreenfieldFoundryProvider.initialise();
  }

  private static byte[] paper() {
    return new TradePdf()
        .print(
            new TradePaper(
                "Invoice",
                "I-1001",
                new QuotePaper.Seller("Harrow & Plumb", List.of(), List.of(), List.of()),
                List.of("Greyfen Dairy"),
                List.of(),
                List.of(),
                List.of(
                    new TradePaper.Column("Pos.", 9, false),
                    new TradePaper.Column("Description", 0, false),
                    new TradePaper.Column("Quantity", 22, true),
                    new TradePaper.Column("Amount", 26, true)),
                List.of(TradePaper.Row.of("1", "Bench scale", "3 pc", "1 000.00")),
                List.of(new QuotePaper.Sum("Total", "1 190.00", true)),
                List.of(),
                List.of(),
                "en",
                false),
            Writing.NEUTRAL);
  }

  private static List<String> faults(byte[] pdf, PDFAFlavour flavour) throws Exception {
    try (PDFAParser parser =
            Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), flavour);
        PDFAValidator validator = Foundries.defaultInstance().createValidator(flavour, false)) {
      return validator.validate(parser).getTestAssertions().stream()
          .map(fault -> fault.getRuleId().getClause() + " " + fault.getMessage())
          .distinct()
          .toList();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"plain", "deposit deducted", "credit note"})
  void staysOfAKindThatIsKeptAndReadAloud(String kind) throws Exception {
    byte[] xml = CiiInvoice.write(ElectronicInvoiceTest.sample(kind));
    byte[] hybrid = HybridInvoice.of(paper(), xml, DAY);
    assertThat(faults(hybrid, PDFAFlavour.PDFA_3_U)).isEmpty();
    assertThat(faults(hybrid, PDFAFlavour.PDFUA_1)).isEmpty();
    try (PDDocument document = Loader.loadPDF(hybrid)) {
      var files = document.getDocumentCatalog().getNames().getEmbeddedFiles().getNames();
      assertThat(files).containsOnlyKeys(HybridInvoice.FILE);
      assertThat(files.get(HybridInvoice.FILE).getEmbeddedFile().toByteArray()).isEqualTo(xml);
      String metadata =
          new String(
              document.getDocumentCatalog().getMetadata().toByteArray(), StandardCharsets.UTF_8);
      assertThat(metadata)
          .contains("<fx:ConformanceLevel>EN 16931</fx:ConformanceLevel>")
          .contains("<pdfaid:part>3</pdfaid:part>");
    }
  }

  @Test
  void aPdfThatIsNotOfThatKindIsRefused() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (PDDocument bare = new PDDocument()) {
      bare.addPage(new PDPage());
      bare.save(out);
    }
    assertThatThrownBy(() -> HybridInvoice.of(out.toByteArray(), new byte[] {'x'}, DAY))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("no metadata");
  }
}
