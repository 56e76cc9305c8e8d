package firmtally.server.sales.customercopy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** What a customer accepted, to the letter: the text that the fingerprint is of. */
final class Accepted {
  private Accepted() {}

  static String text(CopyView shown, String name, String poNumber, Instant at) {
    List<String> text = new ArrayList<>();
    text.add("Quote " + shown.called() + " of " + shown.seller().name());
    text.add(shown.title());
    shown.offer().head().addressee().forEach(text::add);
    for (CopyView.Line line : shown.offer().lines()) {
      if (line.kind().equals("line") && line.picked()) {
        text.add(
            String.join(
                " | ",
                line.position(),
                line.words(),
                line.quantity(),
                line.price(),
                line.discount(),
                line.amount(),
                line.remark()));
      }
    }
    shown.offer().sums().forEach(sum -> text.add(sum.words() + ": " + sum.amount()));
    shown.offer().terms().forEach(term -> text.add(term.name() + ": " + term.value()));
    if (!shown.offer().enclosures().isEmpty()) {
      text.add(
          shown.offer().enclosures().stream()
              .map(CopyView.Enclosure::name)
              .collect(Collectors.joining(", ", "Enclosed: ", "")));
    }
    shown.offer().generalTerms().forEach(text::add);
    text.add("Currency: " + shown.offer().currency());
    text.add("Accepted by " + name + (poNumber.isEmpty() ? "" : ", PO number " + poNumber));
    text.add("At " + at);
    return String.join("\n", text);
  }
}
