package firmtally.formats.pdf;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Quotes of any length, for the tests of how they are printed. */
final class Papers {
  static final String LONG_WORD =
      "Rindfleischetikettierungsueberwachungsaufgabenuebertragungsgesetzeinhaltungswaagenzubehoerteil";

  private Papers() {}

  static QuotePaper.Line line(int position, String words, String remark) {
    return QuotePaper.Line.of(
        position,
        new QuotePaper.Line.Cells(
            "BS-" + position, words, remark, "2 pcs", "420.00", "5 %", "798.00"),
        Optional.empty(),
        true);
  }

  static List<QuotePaper.Line> lines(int count) {
    List<QuotePaper.Line> lines = new ArrayList<>();
    lines.add(QuotePaper.Line.heading("Packing hall", "and 48.00 every month", "798.00"));
    for (int i = 1; i <= count; i++) {
      lines.add(line(i, "Bench scale 15 kg, stainless steel", ""));
    }
    lines.add(QuotePaper.Line.note("Power is the customer's."));
    return lines;
  }

  static QuotePaper of(List<QuotePaper.Line> lines, List<String> letter) {
    return new QuotePaper(
        new QuotePaper.Seller(
            "Harrow & Plumb",
            List.of("12 Weighbridge Lane", "4021 Harrow"),
            List.of("+44 20 7946 0100", "sales@harrowplumb.example"),
            List.of("Harrow & Plumb Ltd", "Tax ID GB 123 4567 89", "IBAN XX00 0000 0000 0000")),
        new QuotePaper.Head(
            "Quote",
            "Q-1001, revision 2",
            "Scales for the packing hall",
            List.of("Greyfen Dairy", "Łucja Źrebiec", "3 Mill Street", "4030 Greyfen"),
            List.of(
                new QuotePaper.Fact("Date", "1 March 2027"),
                new QuotePaper.Fact("Valid until", "31 March 2027"))),
        letter,
        new QuotePaper.Layout(false, true, true),
        "EUR",
        lines,
        List.of(
            new QuotePaper.Sum("Lines, paid once", "798.00", false),
            new QuotePaper.Sum("Discount 5 %", "−39.90", false),
            new QuotePaper.Sum("Total, first invoice", "949.62", true)),
        new QuotePaper.Closing(
            List.of(
                new QuotePaper.Fact("Payment", "30 days"),
                new QuotePaper.Fact("Delivery", "To your site, by our own van and two people.")),
            List.of("Data sheet BS-15.pdf"),
            List.of()));
  }
}
