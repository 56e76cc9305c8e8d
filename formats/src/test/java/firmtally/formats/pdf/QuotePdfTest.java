package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class QuotePdfTest {
  @Test
  void printsWhatTheCustomerIsToRead() throws IOException {
    byte[] pdf =
        new QuotePdf()
            .print(
                new QuotePaper(
                    "Harrow & Plumb",
                    "Q-1001",
                    "Scales for the packing hall",
                    "1 March 2027",
                    "31 March 2027",
                    "Mara Lind",
                    "mara@harrowplumb.example",
                    List.of("Greyfen Dairy", "Łucja Źrebiec"),
                    List.of("Dear Łucja,"),
                    List.of(
                        QuotePaper.Line.heading("Packing hall", "798.00"),
                        QuotePaper.Line.of(
                            "BS-15", "Bench scale", "less 5 %", "2", "420.00", "798.00", true),
                        QuotePaper.Line.note("Power is the customer's.")),
                    List.of(new QuotePaper.Sum("Total", "949.62", true)),
                    "30 days",
                    "To your site"));
    try (PDDocument document = Loader.loadPDF(pdf)) {
      String text = new PDFTextStripper().getText(document);
      assertThat(text)
          .contains(
              "Harrow & Plumb", "Q-1001", "Łucja Źrebiec", "BS-15", "less 5 %", "949.62", "1 / 1")
          .contains("Packing hall 798.00", "Power is the customer's.");
    }
  }
}
