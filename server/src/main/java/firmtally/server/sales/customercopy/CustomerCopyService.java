package firmtally.server.sales.customercopy;

import firmtally.core.worksheet.Picks;
import firmtally.formats.pdf.QuotePaper;
import firmtally.server.access.Actor;
import firmtally.server.access.Token;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.pipeline.opportunity.OpportunityState;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.agreement.TermChanges;
import firmtally.server.sales.quote.Enclosures;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuotePapers;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.quote.QuoteState;
import firmtally.server.sales.quote.RevisionService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What a customer sees and does by a link: the quote as its paper has it, options and alternatives
 * picked and worked out by the core, and their answer. Whatever they do is an event on the quote
 * that the rep hears of at once.
 */
@Service
public class CustomerCopyService {
  private static final int LONGEST = 120;
  private static final int REASON = 250;
  private static final int QUESTION = 2000;
  private final CopyStore store;
  private final QuoteService quotes;
  private final RevisionService revisions;
  private final QuotePapers papers;
  private final Enclosures enclosures;
  private final ProductService products;
  private final TermChanges changes;
  private final Rep rep;
  private final ChangeLog log;
  private final Clock clock;

  /** What the rep hears by. */
  private record Rep(OpportunityService opportunities, ActivityService activities) {}

  CustomerCopyService(
      CopyStore store,
      QuoteService quotes,
      RevisionService revisions,
      QuotePapers papers,
      Enclosures enclosures,
      ProductService products,
      TermChanges changes,
      OpportunityService opportunities,
      ActivityService activities,
      ChangeLog log,
      Clock clock) {
    this.store = store;
    this.quotes = quotes;
    this.revisions = revisions;
    this.papers = papers;
    this.enclosures = enclosures;
    this.products = products;
    this.changes = changes;
    this.rep = new Rep(opportunities, activities);
    this.log = log;
    this.clock = clock;
  }

  /**
   * What is picked, by positions on the paper.
   *
   * @param options positions of options that are taken
   * @param alternatives of each set the position of the one that is wanted
   */
  public record PickForm(
      @MaybeNull List<String> options, @MaybeNull Map<String, String> alternatives) {}

  /** Who accepts what; the total is the one that they saw. */
  public record AcceptForm(
      @MaybeNull PickForm picks, String name, @MaybeNull String poNumber, String total) {}

  /** Who says something. */
  public record SayForm(String name, String words) {}

  /** The quote that a token leads to; empty for a token that is none, or was ended. */
  Optional<DocumentId> find(Token token) {
    return store.find(token.hash());
  }

  /** What the page shows when it is opened; counted, so that the rep knows that it was. */
  @Transactional
  CopyView open(Token token, DocumentId id) {
    store.seen(token.hash(), clock.instant());
    return view(quote(id), Picks.NONE);
  }

  /** The same with something picked; nothing is kept. */
  public CopyView picked(DocumentId id, PickForm typed) {
    Quote quote = quote(id);
    return view(quote, isOpen(quote) ? picks(quote, typed) : Picks.NONE);
  }

  /** What the customer will see, or sees, for the rep to look at first. */
  CopyView preview(DocumentId id, Actor actor) {
    Quote quote = quotes.readable(id, actor);
    Calculation worked = quotes.calculation(quote, actor);
    QuotePaper paper = papers.paper(quote, worked, actor);
    return new CopyView(
        paper.seller(),
        quote.called(),
        paper.head().title(),
        rep(quote),
        "preview",
        "",
        offer(quote, paper, worked, worked),
        null,
        List.of());
  }

  private static CopyView.Rep rep(Quote quote) {
    return new CopyView.Rep(
        quote.document().maker().name(),
        quote.document().maker().email(),
        quote.document().maker().phone());
  }

  private Quote quote(DocumentId id) {
    return quotes.readable(id, Actor.SYSTEM);
  }

  /** Whether it can be answered: sent, still valid, and its opportunity neither won nor lost. */
  private boolean isOpen(Quote quote) {
    if (!quotes.isWithCustomer(quote)) {
      return false;
    }
    OpportunityState state =
        rep.opportunities().readable(quote.opportunityId(), Actor.SYSTEM).state();
    return state == OpportunityState.OPEN || state == OpportunityState.PAUSED;
  }

  private static boolean isAccepted(Quote quote) {
    return quote.state() == QuoteState.ACCEPTED || quote.state() == QuoteState.ORDERED;
  }

  /** Whether its paper can still be seen. */
  private boolean isShown(Quote quote) {
    return isOpen(quote) || isAccepted(quote) || quote.state() == QuoteState.DECLINED;
  }

  private CopyView view(Quote quote, Picks picks) {
    boolean accepted = isAccepted(quote);
    boolean shown = isShown(quote);
    List<CopyStore.Answer> answers = store.answers(quote.id());
    Calculation offered = quotes.calculation(quote, Actor.SYSTEM);
    Calculation worked =
        picks.equals(Picks.NONE) ? offered : quotes.picked(quote, picks, Actor.SYSTEM);
    QuotePaper paper = papers.paper(quote, worked, Actor.SYSTEM);
    return new CopyView(
        paper.seller(),
        quote.called(),
        paper.head().title(),
        rep(quote),
        isOpen(quote) ? "open" : accepted ? "accepted" : shown ? "declined" : "closed",
        words(quote),
        shown ? offer(quote, paper, offered, worked) : null,
        answers.stream()
            .filter(a -> accepted && "accepted".equals(a.kind()))
            .findFirst()
            .map(
                a ->
                    new CopyView.Acceptance(
                        a.name(), a.poNumber(), a.at(), a.address(), a.fingerprint(), a.accepted()))
            .orElse(null),
        shown
            ? answers.stream()
                .filter(a -> "question".equals(a.kind()))
                .map(a -> new CopyView.Question(a.name(), a.at(), a.words()))
                .toList()
            : List.of());
  }

  private String words(Quote quote) {
    String day = Written.day(quote.terms().validUntil());
    return switch (quote.state()) {
      case SENT ->
          isOpen(quote)
              ? ""
              : quotes.isWithCustomer(quote)
                  ? "This quote is no longer open."
                  : "This quote was valid until " + day + ".";
      case ACCEPTED, ORDERED -> "This quote is accepted.";
      case DECLINED -> "This quote was declined.";
      case SUPERSEDED -> "This quote is superseded by a later revision.";
      case EXPIRED -> "This quote was valid until " + day + ".";
      case WITHDRAWN, DRAFT -> "This quote was withdrawn.";
    };
  }

  private CopyView.Offer offer(
      Quote quote, QuotePaper paper, Calculation offered, Calculation worked) {
    List<CopyView.Line> lines = new ArrayList<>();
    for (int i = 0; i < paper.lines().size(); i++) {
      LineForm was = offered.form().lines().get(i);
      lines.add(line(paper.lines().get(i), was));
    }
    List<CopyView.Enclosure> files = new ArrayList<>();
    enclosures
        .of(quote)
        .forEach(f -> files.add(new CopyView.Enclosure(files.size(), f.name(), f.size())));
    return new CopyView.Offer(
        paper.head(),
        paper.letter(),
        paper.layout().discounts(),
        paper.currency(),
        lines,
        paper.sums(),
        Written.amount(worked.asked()),
        paper.closing().terms(),
        files,
        paper.closing().generalTerms(),
        Optional.ofNullable(
                rep.opportunities().readable(quote.opportunityId(), Actor.SYSTEM).renewsId())
            .map(running -> changes.of(running, worked))
            .orElse(null));
  }

  private static CopyView.Line line(QuotePaper.Line line, LineForm offered) {
    String set = offered.alternativeSet() == null ? "" : offered.alternativeSet().strip();
    String choice = offered.optional() ? "option" : set.isEmpty() ? "" : "alternative";
    return new CopyView.Line(
        line.kind(),
        line.position(),
        line.code(),
        line.words(),
        line.remark(),
        line.quantity(),
        line.price(),
        line.discount(),
        line.amount(),
        line.picture().isPresent(),
        line.kind().equals("line") ? choice : "",
        set,
        line.counted());
  }

  /** From positions on the paper to the ids of the lines. */
  private Picks picks(Quote quote, @MaybeNull PickForm typed) {
    if (typed == null) {
      return Picks.NONE;
    }
    Map<String, LineForm> lines = byPosition(quote);
    Set<String> options = new HashSet<>();
    Input.given(typed.options()).forEach(position -> options.add(id(lines, position)));
    Map<String, String> alternatives = new HashMap<>();
    if (typed.alternatives() != null) {
      typed.alternatives().forEach((set, position) -> alternatives.put(set, id(lines, position)));
    }
    return new Picks(options, alternatives);
  }

  /** The lines of a quote by their positions on the paper. */
  private Map<String, LineForm> byPosition(Quote quote) {
    Map<String, LineForm> lines = new HashMap<>();
    for (LineForm line : quotes.calculation(quote, Actor.SYSTEM).form().lines()) {
      if (line.priced()) {
        lines.put(Integer.toString(lines.size() + 1), line);
      }
    }
    return lines;
  }

  private static String id(Map<String, LineForm> lines, String position) {
    return Optional.ofNullable(position)
        .map(lines::get)
        .map(LineForm::id)
        .orElseThrow(() -> BadInput.at("picks", "This is not on offer."));
  }

  /**
   * The customer accepts, with what they picked. What they saw is what they accept: another total
   * is refused.
   */
  @Transactional
  public void accept(DocumentId id, AcceptForm typed, String address) {
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String poNumber = input.optionalText("poNumber", typed.poNumber(), LONGEST);
    input.check();
    Quote quote = answerable(id);
    Picks picks = picks(quote, typed.picks());
    CopyView shown = view(quote, picks);
    if (!shown.offer().total().equals(typed.total())) {
      throw new NotPossible("The total is not the one that was shown. Look at it again.");
    }
    Instant at = clock.instant();
    String accepted = Accepted.text(shown, name, poNumber, at);
    store.insert(
        id,
        new CopyStore.Answer(
            "accepted", at, name, poNumber, "", address, accepted, Token.sha256(accepted)));
    String by = name + (poNumber.isEmpty() ? "" : ", PO number " + poNumber);
    revisions.acceptedByCustomer(quote, by, picks, poNumber);
  }

  private Quote answerable(DocumentId id) {
    Quote quote = quote(id);
    if (!isOpen(quote)) {
      throw new NotPossible(words(quote));
    }
    return quote;
  }

  /** The customer says no, and why. */
  @Transactional
  public void decline(DocumentId id, SayForm typed, String address) {
    CopyStore.Answer answer = said("declined", typed, REASON, address);
    Quote quote = answerable(id);
    store.insert(id, answer);
    revisions.declinedByCustomer(quote, answer.name() + ": " + answer.words());
  }

  private CopyStore.Answer said(String kind, SayForm typed, int longest, String address) {
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String words = input.text("words", typed.words(), longest);
    input.check();
    return new CopyStore.Answer(kind, clock.instant(), name, "", words, address, null, null);
  }

  /** The customer asks; it is on the rep's day sheet for today. */
  @Transactional
  public void ask(DocumentId id, SayForm typed, String address) {
    CopyStore.Answer answer = said("question", typed, QUESTION, address);
    Quote quote = answerable(id);
    store.insert(id, answer);
    log.note(
        Actor.SYSTEM.id(), "quote", id, "question", null, answer.name() + ": " + answer.words());
    String subject = answer.name() + " asks on " + quote.called() + ": " + answer.words();
    rep.activities()
        .planBySystem(
            quote.opportunityId(),
            "email",
            subject,
            LocalDate.now(clock),
            rep.opportunities().readable(quote.opportunityId(), Actor.SYSTEM).ownerId());
  }

  /** The PDF as it was sent; empty where the quote can no longer be seen. */
  public Optional<byte[]> pdf(DocumentId id) {
    return Optional.of(quote(id))
        .filter(this::isShown)
        .map(quote -> papers.pdf(quote, Actor.SYSTEM));
  }

  /** An enclosure by its place. */
  public Optional<Enclosures.Content> file(DocumentId id, int at) {
    return Optional.of(quote(id))
        .filter(this::isShown)
        .flatMap(quote -> enclosures.content(quote, at));
  }

  /** The picture of the product at a position of the paper, where the paper has pictures. */
  public Optional<ProductService.Picture> picture(DocumentId id, String position) {
    return Optional.of(quote(id))
        .filter(quote -> quote.terms().showPictures() && isShown(quote))
        .flatMap(quote -> Optional.ofNullable(byPosition(quote).get(position)))
        .map(LineForm::product)
        .map(String::strip)
        .filter(products::isPictured)
        .map(products::picture);
  }
}
