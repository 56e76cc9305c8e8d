package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.TextService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.sending.SendingService;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What stands on the papers of the demo company, and an offer that shows all that one can have. */
@Component
class DemoPapers {
  private static final String GENERAL_TERMS =
      """
      Prices are net, in the currency of this offer, and hold until its last day.

      What we deliver stays ours until it is paid in full.

      Calibration certificates are issued at delivery; verification by an authority is ordered apart.

      We answer for faults for twenty-four months from delivery, by mending or replacing.\
      """;

  private final ParticularsService particulars;
  private final TextService texts;
  private final FileService files;
  private final OpportunityService opportunities;
  private final QuoteService quotes;
  private final SendingService sending;

  DemoPapers(
      ParticularsService particulars,
      TextService texts,
      FileService files,
      OpportunityService opportunities,
      QuoteService quotes,
      SendingService sending) {
    this.particulars = particulars;
    this.texts = texts;
    this.files = files;
    this.opportunities = opportunities;
    this.quotes = quotes;
    this.sending = sending;
  }

  /** The company's address and numbers, general terms, and letters in German. */
  void furnish() {
    particulars.change(
        particulars.get().version(),
        new ParticularsService.ParticularsForm(
            "Harrow & Plumb",
            "12 Weighbridge Lane",
            "40210",
            "Harrow Bridge",
            "Germany",
            "555 0100 100",
            "sales@harrowplumb.example",
            "www.harrowplumb.example",
            "DE 999 400 100",
            "Registered at Harrow Bridge, no. 4711",
            "DE71 0000 0000 0047 1108 15",
            "en",
            "",
            ""),
        Actor.SYSTEM);
    for (TextService.Text text : texts.list()) {
      if ("general-terms".equals(text.purpose())) {
        texts.change(text.id(), text.version(), GENERAL_TERMS, Actor.SYSTEM);
      }
    }
    texts.begin("de", Actor.SYSTEM);
    files.add(
        "company",
        new RecordId(1),
        "Care and calibration.txt",
        "What we do at each visit, and what you keep ready for it."
            .getBytes(StandardCharsets.UTF_8),
        Actor.SYSTEM);
  }

  /** A sent offer in sections, with an option, alternatives, a gift, a plan and a discount. */
  void offer(DemoHistory.Stage stage) {
    Actor rep = stage.reps().get(0);
    OpportunityId id =
        opportunities.open(
            Opening.of(stage.accounts().get(0), "Packing hall and goods in", "new")
                .closing(
                    stage.today().plusDays(24),
                    new WorksheetForm(lines(), "3", null, null, null, null)),
            rep);
    DocumentId quote = quotes.make(id, false, rep);
    Quote draft = quotes.readable(quote, rep);
    Quote.Terms terms = draft.terms();
    quotes.change(
        quote,
        draft.version(),
        new QuoteService.QuoteForm(
            terms.validUntil().toString(),
            terms.addressee(),
            terms.emailTo(),
            terms.letter(),
            terms.paymentTerms(),
            terms.deliveryTerms(),
            true,
            true,
            true),
        rep);
    sending.send(
        quote,
        quotes.readable(quote, rep).version(),
        new SendingService.MessageForm(null, null, null, null, null),
        "",
        rep);
  }

  private static LineForm.Builder line(String id, String product, String words, String quantity) {
    return LineForm.line(id).product(product).description(words).quantity(quantity);
  }

  private static List<LineForm> lines() {
    LineForm.Plan yearly = LineForm.Plan.of(Optional.of(12), Optional.of(36));
    return List.of(
        LineForm.words("p-1", "section", "Packing hall"),
        line("p-2", "BSX-15", "Bench scale, washdown, 15 kg", "4").discountPercent("5").build(),
        line("p-3", "BC-6", "Counting scale 6 kg", "2").build(),
        line("p-4", "AC-T60", "Remote display 60 mm", "4").optional(true).build(),
        line("p-5", "AC-20", "Wall bracket", "4").gift(true).build(),
        LineForm.words("p-6", "section", "Goods in"),
        line("p-7", "FX-1500", "Floor scale, stainless, 1500 kg", "1")
            .alternative("floor scale", true)
            .build(),
        line("p-8", "FS-1500", "Floor scale 1500 kg", "1")
            .alternative("floor scale", false)
            .build(),
        line("p-9", "AC-1000", "Ramp 1000 mm", "2").build(),
        LineForm.words("p-10", "section", "Care"),
        line("p-11", "CAL-B", "Calibration plan, bench scale", "6").plan(yearly).build(),
        LineForm.words("p-12", "note", "Power and network at each place are the customer’s."));
  }
}
