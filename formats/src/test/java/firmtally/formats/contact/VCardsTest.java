package firmtally.formats.contact;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import ezvcard.Ezvcard;
import ezvcard.VCardVersion;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class VCardsTest {
  private static final int SCALE = 8;
  private static final VCards.Card JANE =
      new VCards.Card(
          "Jane van Żur",
          "Head; of scales",
          "Greyfen, Dairy",
          "jane@greyfen.example",
          "+49 555 0100",
          "83 Weir Lane",
          "58736",
          "Greyfen",
          "Germany");

  @Test
  void whatIsWrittenIsInOrderAndReadAgain() {
    byte[] file = VCards.write(List.of(JANE));
    assertThat(
            Ezvcard.parse(new String(file, StandardCharsets.UTF_8))
                .first()
                .validate(VCardVersion.V3_0))
        .isEmpty();
    assertThat(VCards.read(file)).containsExactly(JANE);
    assertThat(new String(file, StandardCharsets.UTF_8)).contains("N:Żur;Jane van");
  }

  @Test
  void othersAreReadInEveryVersion() {
    String two =
        """
        BEGIN:VCARD
        VERSION:2.1
        N:Reed;Joe
        TEL;WORK:555 1
        END:VCARD
        BEGIN:VCARD
        VERSION:4.0
        FN:Ada Fallow
        ROLE:Buyer
        TEL;VALUE=uri:tel:+49-555-2
        EMAIL:ada@x.example
        END:VCARD
        """;
    assertThat(VCards.read(two.getBytes(StandardCharsets.UTF_8)))
        .extracting(VCards.Card::name, VCards.Card::role, VCards.Card::phone)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("Joe Reed", "", "555 1"),
            org.assertj.core.groups.Tuple.tuple("Ada Fallow", "Buyer", "+49-555-2"));
    assertThatThrownBy(() -> VCards.read("no card".getBytes(StandardCharsets.UTF_8)))
        .hasMessage("There is no vCard in this file.");
  }

  @Test
  void aReaderOfOthersReadsTheCode() throws Exception {
    String text = new String(VCards.write(List.of(JANE)), StandardCharsets.UTF_8);
    String svg = new String(QrCode.svg(text), StandardCharsets.UTF_8);
    Matcher box = Pattern.compile("viewBox=\"0 0 (\\d+) ").matcher(svg);
    assertThat(box.find()).isTrue();
    int size = Integer.parseInt(box.group(1));
    int wide = size * SCALE;
    int[] picture = new int[wide * wide];
    Arrays.fill(picture, 0xFFFFFF);
    Matcher dots = Pattern.compile("M(\\d+) (\\d+)h1").matcher(svg);
    while (dots.find()) {
      int left = Integer.parseInt(dots.group(1)) * SCALE;
      int top = Integer.parseInt(dots.group(2)) * SCALE;
      for (int y = top; y < top + SCALE; y++) {
        Arrays.fill(picture, y * wide + left, y * wide + left + SCALE, 0);
      }
    }
    var source = new RGBLuminanceSource(wide, wide, picture);
    assertThat(new QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(source))).getText())
        .isEqualTo(text);
  }
}
