package firmtally.server.worksheet.explanation;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.worksheet.calculation.Calculation;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether a yes still holds for what a quote has become, reason by reason. */
@RestController
@RequestMapping("/api/quotes/{id}/cover")
class CoverController {
  private final QuoteService quotes;

  CoverController(QuoteService quotes) {
    this.quotes = quotes;
  }

  /**
   * A reason for a sign-off.
   *
   * @param working how the core came to it; null for a cost of its own
   */
  record CoverReason(String words, boolean covered, @MaybeNull WorkingView working) {}

  /**
   * How a yes stands to the quote.
   *
   * @param role in which it was given; null where none was, or none is needed
   */
  record CoverView(@MaybeNull String role, boolean holds, List<CoverReason> reasons) {}

  @GetMapping
  CoverView cover(@PathVariable DocumentId id, @SignedIn Actor actor) {
    actor.checkSeesCosts();
    Quote quote = quotes.readable(id, actor);
    Calculation calculation = quotes.calculation(quote, actor);
    Map<String, String> names = calculation.names();
    return quotes
        .cover(quote, calculation)
        .map(
            cover ->
                new CoverView(
                    cover.role(),
                    cover.holds(),
                    cover.reasons().stream()
                        .map(
                            reason ->
                                new CoverReason(
                                    reason.words(),
                                    reason.covered(),
                                    reason
                                        .working()
                                        .map(working -> WorkingView.of("", working, names))
                                        .orElse(null)))
                        .toList()))
        .orElse(new CoverView(null, true, List.of()));
  }
}
