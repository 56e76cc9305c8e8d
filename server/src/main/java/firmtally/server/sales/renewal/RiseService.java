package firmtally.server.sales.renewal;

import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.PriceRise;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.pipeline.opportunity.OpportunityState;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PriceRiseId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.SignOffNeed;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Prices of next terms raised many at a time: first shown with what it does to each, then made in
 * one act, and undone in one while no quote was made of them.
 */
@Service
public class RiseService {
  private static final int DECIMALS = 4;
  private static final Percent LEAST = Percent.parse("-100");
  private static final Percent MOST = Percent.parse("1000");
  private final RiseStore store;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final SettingsService settings;
  private final ChangeLog log;
  private final Clock clock;
  private final JsonMapper json;

  RiseService(
      RiseStore store,
      OpportunityService opportunities,
      WorksheetService worksheets,
      SettingsService settings,
      ChangeLog log,
      Clock clock,
      JsonMapper json) {
    this.store = store;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.settings = settings;
    this.log = log;
    this.clock = clock;
    this.json = json;
  }

  /**
   * What is to be raised, and how.
   *
   * @param which agreements, by the month in which they end, family, group, owner and text
   * @param agreement only this one
   * @param notSince only those that were not raised on this day or later
   * @param percent by how much; blank for the prices of today
   * @param cap at most so many percent; blank for no bound
   * @param floor at least so many percent; blank for no bound
   * @param step to multiples of which prices are rounded; blank for the smallest unit
   */
  public record RiseForm(
      @MaybeNull RenewalFilter which,
      @MaybeNull AgreementId agreement,
      @MaybeNull String notSince,
      @MaybeNull String percent,
      @MaybeNull String cap,
      @MaybeNull String floor,
      @MaybeNull String step) {
    /** By a percent, and nothing else, for what ends from a month to another. */
    public static RiseForm by(String percent, String from, String to) {
      RenewalFilter which = new RenewalFilter(from, to, null, null, null, null, null, null);
      return new RiseForm(which, null, null, percent, null, null, null);
    }

    RenewalFilter filter() {
      return which == null
          ? new RenewalFilter(null, null, null, null, null, null, null, null)
          : which;
    }
  }

  /**
   * What a next term comes to. Of thousands of them nothing more is kept than this: whole
   * calculations would fill the memory.
   */
  record Side(long contract, Optional<Percent> margin, SignOffNeed signOff, WorksheetForm form) {
    private static Side of(Calculation calculation) {
      return new Side(
          calculation.contract().getAmountMinorLong(),
          calculation.check().tally().totals().marginPercent(),
          calculation.signOff(),
          calculation.form());
    }
  }

  /**
   * What becomes of a next term.
   *
   * @param version of its worksheet, as it was read
   */
  record Effect(RiseStore.Meant of, long version, Side is, Side will, List<String> families) {
    long change() {
      return will.contract() - is.contract();
    }

    /** Whether it needs a sign-off that it did not need before, or falls under a floor now. */
    boolean isFlagged() {
      return will.signOff().needed() && !will.signOff().equals(is.signOff());
    }
  }

  /** What is read of a form. */
  private record Asked(PriceRise rise, Optional<LocalDate> notSince, String family, String words) {}

  private Asked read(RiseForm typed) {
    Input input = new Input();
    Optional<Percent> percent = percent(input, "percent", typed.percent());
    Optional<Percent> cap = percent(input, "cap", typed.cap());
    Optional<Percent> floor = percent(input, "floor", typed.floor());
    Optional<UnitPrice> step =
        input.value("step", typed.step(), t -> UnitPrice.parse(TypedNumber.plain(t, DECIMALS)));
    if (step.filter(UnitPrice.ZERO::equals).isPresent()) {
      input.refuse("step", "A step is above 0, such as 0.05.");
    }
    if (cap.isPresent() && floor.filter(f -> f.compareTo(cap.get()) > 0).isPresent()) {
      input.refuse("floor", "Enter at most as much as the cap.");
    }
    Optional<LocalDate> notSince =
        typed.notSince() == null || typed.notSince().isBlank()
            ? Optional.empty()
            : input.day("notSince", typed.notSince());
    input.check();
    String words =
        percent.map(p -> "by " + p + " %").orElse("to the prices of today")
            + cap.map(p -> ", at most " + p + " %").orElse("")
            + floor.map(p -> ", at least " + p + " %").orElse("")
            + step.map(s -> ", in steps of " + s).orElse("");
    String family = RenewalFilter.blank(typed.filter().family());
    return new Asked(
        new PriceRise(percent, cap, floor, step),
        notSince,
        family,
        (family.isEmpty() ? "All families " : family + " ") + words);
  }

  private static Optional<Percent> percent(Input input, String at, String typed) {
    return input.value(
        at,
        typed,
        t -> Percent.parse(TypedNumber.plain(t, DECIMALS)).within("percent", LEAST, MOST));
  }

  /** What a rise would do, and which next terms it leaves out as they are quoted. */
  record Preview(String words, List<Effect> effects, List<RiseStore.Meant> quoted) {}

  /** Works out what a rise would do; nothing is kept. */
  Preview preview(RiseForm typed, Actor actor) {
    actor.checkSells();
    Asked asked = read(typed);
    List<RiseStore.Meant> meant =
        store.meant(
            typed.filter(),
            Optional.ofNullable(typed.agreement()),
            asked.notSince(),
            LocalDate.now(clock),
            actor);
    List<RiseStore.Meant> open = meant.stream().filter(m -> !m.isQuoted()).toList();
    return new Preview(
        asked.words(),
        effects(open, asked),
        meant.stream().filter(RiseStore.Meant::isQuoted).toList());
  }

  private List<Effect> effects(List<RiseStore.Meant> meant, Asked asked) {
    Map<OpportunityId, WorksheetContext> contexts =
        opportunities.contexts(meant.stream().map(RiseStore.Meant::opportunity).toList());
    Map<WorksheetId, WorksheetContext> forWhom = new LinkedHashMap<>();
    Map<WorksheetId, RiseStore.Meant> bySheet = new HashMap<>();
    for (RiseStore.Meant one : meant) {
      forWhom.put(one.worksheet(), contexts.get(one.opportunity()));
      bySheet.put(one.worksheet(), one);
    }
    WorksheetService.Batch batch = worksheets.batch();
    List<Effect> effects = new ArrayList<>();
    batch.each(
        forWhom,
        is ->
            raised(batch, is, forWhom.get(is.id()), asked)
                .ifPresent(
                    form ->
                        effects.add(
                            new Effect(
                                bySheet.get(is.id()),
                                is.version(),
                                Side.of(is),
                                Side.of(batch.supposing(is, forWhom.get(is.id()), form)),
                                families(is, asked)))));
    return effects;
  }

  private static List<String> families(Calculation of, Asked asked) {
    return of.rows().stream()
        .filter(row -> isMeant(of, row, asked))
        .map(row -> of.product(row.form()).map(Product::family).orElse(row.form().family()))
        .map(family -> family == null ? "" : family)
        .distinct()
        .toList();
  }

  private static boolean isMeant(Calculation of, Calculation.Row row, Asked asked) {
    boolean recurs =
        row.tally().filter(t -> t.isSold() && t.line().recurring().isPresent()).isPresent();
    return recurs
        && (asked.family().isEmpty()
            || of.product(row.form()).filter(p -> p.family().equals(asked.family())).isPresent());
  }

  /** The rows with raised prices; empty where none changes. */
  private static Optional<WorksheetForm> raised(
      WorksheetService.Batch batch, Calculation is, WorksheetContext context, Asked asked) {
    Map<String, UnitPrice> today =
        asked.rise().percent().isPresent() ? Map.of() : today(batch, is, context);
    boolean isShared = is.isShared();
    boolean changes = false;
    List<LineForm> lines = new ArrayList<>();
    for (Calculation.Row row : is.rows()) {
      if (row.tally().filter(LineTally::isSold).isEmpty()) {
        lines.add(row.form());
        continue;
      }
      UnitPrice each = each(row.tally().get());
      UnitPrice next =
          isMeant(is, row, asked)
              ? asked.rise().of(each, today.getOrDefault(row.form().id(), each))
              : each;
      changes |= !next.equals(each);
      // What was taken off the whole is part of each price from now on.
      lines.add(next.equals(each) && !isShared ? row.form() : row.form().at(next.toString()));
    }
    return changes ? Optional.of(WorksheetForm.of(lines)) : Optional.empty();
  }

  /** What the customer pays for a unit, half up to 4 decimals. */
  private static UnitPrice each(LineTally tally) {
    return UnitPrice.each(tally.finalAmount(), tally.line().quantity());
  }

  private static Map<String, UnitPrice> today(
      WorksheetService.Batch batch, Calculation is, WorksheetContext context) {
    List<LineForm> bare =
        is.form().lines().stream()
            .map(line -> line.product() == null ? line : line.given(null, null, null))
            .toList();
    return batch.supposing(is, context, WorksheetForm.of(bare)).rows().stream()
        .filter(row -> row.tally().filter(LineTally::isSold).isPresent())
        .collect(Collectors.toMap(row -> row.form().id(), row -> each(row.tally().get())));
  }

  /** Raises the prices: all of them in one act, or none. */
  @Transactional
  public PriceRiseId make(RiseForm typed, Actor actor) {
    Preview preview = preview(typed, actor);
    if (preview.effects().isEmpty()) {
      throw new NotPossible("No price changes by this.");
    }
    Map<OpportunityId, WorksheetContext> contexts =
        opportunities.contexts(preview.effects().stream().map(e -> e.of().opportunity()).toList());
    WorksheetService.Batch batch = worksheets.batch();
    PriceRiseId id = store.insert(clock.instant(), actor.id(), preview.words());
    for (Effect effect : preview.effects()) {
      RiseStore.Meant of = effect.of();
      Calculation made =
          batch.save(
              of.worksheet(),
              effect.version(),
              contexts.get(of.opportunity()),
              effect.will().form());
      store.insert(
          id,
          new RiseStore.Item(
              of.agreement(),
              of.opportunity(),
              json.writeValueAsString(effect.is().form()),
              made.version(),
              effect.is().contract(),
              made.contract().getAmountMinorLong()));
      note(of.opportunity(), effect.is().contract(), made, preview.words(), actor);
    }
    return id;
  }

  private void note(OpportunityId of, long before, Calculation after, String words, Actor actor) {
    log.note(
        actor.id(),
        "opportunity",
        of,
        "price rise",
        Money.ofMinor(after.contract().getCurrencyUnit(), before).toString(),
        after.contract() + ": " + words);
  }

  /** Rises that one made, or whose team one manages; the latest first. */
  List<RiseStore.Row> list(Actor actor) {
    actor.checkSells();
    return store.rows(Optional.empty(), actor);
  }

  private RiseStore.Row readable(PriceRiseId id, Actor actor) {
    actor.checkSells();
    return store.rows(Optional.of(id), actor).stream()
        .findFirst()
        .orElseThrow(() -> new NotThere("price rise", id));
  }

  /** The quotes that tell the customers of a rise, as far as they are written. */
  List<RiseStore.Letter> letters(PriceRiseId id, Actor actor) {
    readable(id, actor);
    return store.letters(id);
  }

  /** Puts back what every next term was before, if none was quoted, ordered or changed since. */
  @Transactional
  void undo(PriceRiseId id, Actor actor) {
    RiseStore.Row row = readable(id, actor);
    List<String> quotes = store.quotesOf(id);
    if (!quotes.isEmpty()) {
      throw new NotPossible(
          "Quotes were made with these prices: "
              + String.join(", ", quotes.subList(0, Math.min(5, quotes.size())))
              + (quotes.size() > 5 ? " and " + (quotes.size() - 5) + " more" : "")
              + ". Withdraw them first.");
    }
    if (store.setUndone(id, clock.instant(), actor.id()) == 0) {
      throw new NotPossible("This is undone already.");
    }
    List<RiseStore.Item> items = store.items(id);
    Map<OpportunityId, RiseStore.Item> byDeal =
        items.stream().collect(Collectors.toMap(RiseStore.Item::opportunity, Function.identity()));
    Map<OpportunityId, WorksheetContext> contexts = opportunities.contexts(byDeal.keySet());
    WorksheetService.Batch batch = worksheets.batch();
    Map<WorksheetId, WorksheetContext> forWhom = new LinkedHashMap<>();
    Map<WorksheetId, RiseStore.Item> bySheet = new HashMap<>();
    for (RiseStore.Item item : items) {
      Opportunity opportunity = opportunities.editable(item.opportunity(), actor);
      if (opportunity.state() == OpportunityState.WON) {
        throw new NotPossible(
            opportunity.number() + " is ordered with these prices, so nothing was undone.");
      }
      forWhom.put(opportunity.worksheetId(), contexts.get(item.opportunity()));
      bySheet.put(opportunity.worksheetId(), item);
    }
    batch.each(
        forWhom,
        now -> {
          RiseStore.Item item = bySheet.get(now.id());
          if (now.version() != item.worksheetVersion()) {
            throw new NotPossible(
                "The lines of a next term were changed since, so nothing was undone: "
                    + opportunities.readable(item.opportunity(), actor).number()
                    + ".");
          }
          WorksheetForm before = json.readValue(item.beforeForm(), WorksheetForm.class);
          Calculation made = batch.save(now.id(), now.version(), forWhom.get(now.id()), before);
          note(
              item.opportunity(),
              now.contract().getAmountMinorLong(),
              made,
              "undone: " + row.words(),
              actor);
        });
  }
}
