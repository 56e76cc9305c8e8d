package firmtally.server.sales.customercopy;

import firmtally.server.access.Actor;
import firmtally.server.access.Token;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.PublicAddress;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.quote.QuoteState;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The links to the customer copies of quotes: made, ended, and what was done by them. */
@Service
public class CopyLinks {
  private final CopyStore store;
  private final QuoteService quotes;
  private final OpportunityService opportunities;
  private final PublicAddress address;
  private final ChangeLog log;
  private final Clock clock;

  CopyLinks(
      CopyStore store,
      QuoteService quotes,
      OpportunityService opportunities,
      PublicAddress address,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.quotes = quotes;
    this.opportunities = opportunities;
    this.address = address;
    this.log = log;
    this.clock = clock;
  }

  /** The links of a quote, and what the customer answered, the latest first. */
  record Copies(List<CopyStore.Link> links, List<CopyStore.Answer> answers) {}

  Copies of(DocumentId id, Actor actor) {
    quotes.readable(id, actor);
    return new Copies(store.links(id), store.answers(id));
  }

  /** Makes a link to the customer copy of a quote that is sent in the same act. */
  @Transactional(propagation = Propagation.MANDATORY)
  public String make(Quote quote, Actor actor) {
    Token token = Token.random();
    store.insertLink(quote.id(), token.hash(), clock.instant(), actor.id());
    return address.of("/copy/" + token.text());
  }

  /** Makes a further link to a quote that is with the customer. */
  @Transactional
  String another(DocumentId id, Actor actor) {
    Quote quote = editable(id, actor);
    if (quote.state() != QuoteState.SENT) {
      throw new NotPossible("Only a quote that is sent and open has a customer copy.");
    }
    log.note(actor.id(), "quote", id, "customer copy", null, "link made");
    return make(quote, actor);
  }

  /** Ends every link of a quote: whoever has one sees nothing any more. */
  @Transactional
  void end(DocumentId id, Actor actor) {
    editable(id, actor);
    if (store.end(id, clock.instant()) > 0) {
      log.note(actor.id(), "quote", id, "customer copy", "link", "ended");
    }
  }

  private Quote editable(DocumentId id, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    opportunities.editable(quote.opportunityId(), actor);
    return quote;
  }
}
