package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.verapdf.core.VeraPDFException;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.ValidationResult;

class QuotePdfTest {
  private static final List<String> LETTER = List.of("Dear Łucja,", "we are pleased to offer:");

  @BeforeAll
  static void aValidatorThatNobodyHereWrote() {
    VeraGreenfieldFoundryProvider.initialise();
  }

  static List<String> pages(byte[] pdf) throws IOException {
    List<String> pages = new ArrayList<>();
    try (PDDocument document = Loader.loadPDF(pdf)) {
      for (int page = 1; page <= document.getNumberOfPages(); page++) {
        PDFTextStripper stripper = new PDFTextStripper();
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        pages.add(stripper.getText(document));
      }
    }
    return pages;
  }

  static List<String> faults(byte[] pdf, PDFAFlavour flavour) throws VeraPDFException, IOException {
    try (PDFAParser parser =
            Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), flavour);
        PDFAValidator validator = Foundries.defaultInstance().createValidator(flavour, false)) {
      ValidationResult result = validator.validate(parser);
      return result.getTestAssertions().stream()
          .map(fault -> fault.getRuleId().getClause() + " " + fault.getMessage())
          .distinct()
          .toList();
    }
  }

  @Test
  void printsWhatTheCustomerIsToRead() throws IOException {
    byte[] pdf = new QuotePdf().print(Papers.of(Papers.lines(1), LETTER), PaperWords.english());
    assertThat(pages(pdf)).hasSize(1);
    assertThat(pages(pdf).get(0))
        .contains("Harrow & Plumb", "12 Weighbridge Lane", "Q-1001, revision 2", "Łucja Źrebiec")
        .contains("BS-1", "2 pcs", "5 %", "949.62", "Page 1 of 1", "Tax ID GB 123 4567 89")
        .contains("Packing hall and 48.00 every month", "Power is the customer's.")
        .contains("Data sheet BS-15.pdf", "Name, signature");
  }

  @ParameterizedTest
  @ValueSource(ints = {3, 60, 300})
  void isOfAKindThatIsKeptAndReadAloud(int lines) throws Exception {
    byte[] pdf = new QuotePdf().print(Papers.of(Papers.lines(lines), LETTER), PaperWords.english());
    assertThat(faults(pdf, PDFAFlavour.PDFA_3_U)).isEmpty();
    assertThat(faults(pdf, PDFAFlavour.PDFUA_1)).isEmpty();
  }

  @Test
  void neverHasTheSumsOrTermsAloneOnAPage() throws IOException {
    for (int lines = 12; lines < 26; lines++) {
      List<String> pages =
          pages(new QuotePdf().print(Papers.of(Papers.lines(lines), LETTER), PaperWords.english()));
      assertThat(pages.get(pages.size() - 1))
          .as("%s lines", lines)
          .contains("Bench scale", "Total, first invoice", "Payment", "Page " + pages.size());
    }
  }

  @Test
  void repeatsTheNamesOfTheColumnsOnEveryPage() throws IOException {
    List<String> pages =
        pages(new QuotePdf().print(Papers.of(Papers.lines(60), LETTER), PaperWords.english()));
    assertThat(pages).hasSizeGreaterThan(2).allSatisfy(page -> assertThat(page).contains("Pos."));
  }

  @Test
  void printsLettersOfManyLanguages() throws Exception {
    List<String> words =
        List.of("Ζυγαριά πάγκου", "Настольные весы", "台式秤 15 公斤", "ميزان الطاولة", "卓上はかり");
    List<QuotePaper.Line> lines = new ArrayList<>();
    for (String word : words) {
      lines.add(Papers.line(lines.size() + 1, word, ""));
    }
    byte[] pdf = new QuotePdf().print(Papers.of(lines, LETTER), PaperWords.english());
    String text = pages(pdf).get(0);
    assertThat(text).contains(words.get(0), words.get(1), words.get(2), words.get(4));
    assertThat(text).doesNotContain("#");
    assertThat(faults(pdf, PDFAFlavour.PDFA_3_U)).isEmpty();
    words.forEach(word -> assertThat(QuotePdf.missing(word)).isEmpty());
  }

  @Test
  void tellsTheLettersThatNoFontHas() {
    assertThat(QuotePdf.missing("Scale 𓀀 and 𓀀 again\n")).containsExactly("𓀀");
  }

  @Test
  void breaksAWordThatIsLongerThanItsColumn() throws IOException {
    byte[] pdf =
        new QuotePdf()
            .print(
                Papers.of(List.of(Papers.line(1, Papers.LONG_WORD, "")), LETTER),
                PaperWords.english());
    String text = pages(pdf).get(0);
    assertThat(text.replaceAll("\\s", "")).contains(Papers.LONG_WORD);
    assertThat(text).as("in several lines").doesNotContain(Papers.LONG_WORD);
  }

  @Test
  void isInTheCustomersLanguageOnThePaperOfTheCountry() throws Exception {
    PaperWords words = PaperWords.of("de", Writing.of("US"));
    byte[] pdf = new QuotePdf().print(Papers.of(Papers.lines(1), LETTER), words);
    assertThat(pages(pdf).get(0))
        .contains("Bezeichnung", "Einzelpreis", "Betrag, EUR", "Seite 1 von 1", "Unterschrift")
        .doesNotContain("Description", "Page 1");
    assertThat(faults(pdf, PDFAFlavour.PDFUA_1)).isEmpty();
    try (PDDocument letter = Loader.loadPDF(pdf)) {
      assertThat(letter.getPage(0).getMediaBox().getWidth()).isEqualTo(612);
      assertThat(letter.getDocumentCatalog().getLanguage()).isEqualTo("de");
    }
  }
}
