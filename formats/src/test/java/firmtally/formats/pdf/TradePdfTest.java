package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.writing.Writing;
import java.io.IOException;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.verapdf.core.VeraPDFException;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.flavours.PDFAFlavour;

class TradePdfTest {
  private static final List<TradePaper.Column> COLUMNS =
      List.of(
          new TradePaper.Column("Pos.", 9, false),
          new TradePaper.Column("Description", 0, false),
          new TradePaper.Column("Quantity", 22, true),
          new TradePaper.Column("Amount", 26, true));

  @BeforeAll
  static void aValidatorThatNobodyHereWrote() {
    VeraGreenfieldFoundryProvider.initialise();
  }

  private static byte[] invoice(int rows) {
    return new TradePdf()
        .print(
            new TradePaper(
                "Invoice",
                "I-1001",
                new QuotePaper.Seller(
                    "Harrow & Plumb",
                    List.of("12 Weighbridge Lane"),
                    List.of("555 0100"),
                    List.of("Tax ID XX 1")),
                List.of("Greyfen Dairy", "3 Mill Street"),
                List.of(new QuotePaper.Fact("Date", "1 March 2027")),
                List.of(),
                COLUMNS,
                IntStream.rangeClosed(1, rows)
                    .mapToObj(
                        n ->
                            new TradePaper.Row(
                                List.of("" + n, "Scale " + n, "1 pc", "100.00"), "1 to 31 March"))
                    .toList(),
                List.of(
                    new QuotePaper.Sum("Net", "100.00", false),
                    new QuotePaper.Sum("Total", "119.00", true)),
                List.of(new QuotePaper.Fact("Pay by", "31 March 2027")),
                List.of("No tax is charged: export"),
                "en",
                true),
            Writing.NEUTRAL);
  }

  @Test
  void printsWhatTheCustomerIsToRead() throws IOException {
    String page = String.join("\n", QuotePdfTest.pages(invoice(2)));
    assertThat(page)
        .contains("Invoice I-1001", "Greyfen Dairy", "Scale 2", "1 to 31 March")
        .contains("Total", "119.00", "Pay by", "31 March 2027", "export", "Name, signature");
  }

  @Test
  void theSumsStayWithTheLastLine() throws IOException {
    List<String> pages = QuotePdfTest.pages(invoice(60));
    assertThat(pages.size()).isGreaterThan(1);
    assertThat(pages.get(pages.size() - 1)).contains("Scale 60", "119.00", "Pay by");
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 3, 60})
  void isWhatArchivesAndReadersTake(int rows) throws IOException, VeraPDFException {
    byte[] pdf = invoice(rows);
    assertThat(QuotePdfTest.faults(pdf, PDFAFlavour.PDFA_3_U)).isEmpty();
    assertThat(QuotePdfTest.faults(pdf, PDFAFlavour.PDFUA_1)).isEmpty();
  }
}
