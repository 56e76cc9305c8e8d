package firmtally.server.catalogue.repricing;

import firmtally.core.margin.MarginCheck;
import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.PriceChangeId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Prices changed many at a time: first shown with what they do to open worksheets, then set in one
 * act, and taken back as long as nothing else changed them.
 */
@Service
class PriceChangeService {
  private static final int MOST_SHOWN = 20;
  private static final int MOST_PLACES = 100;
  private static final int DECIMALS = 4;
  private static final Percent LOWEST = Percent.parse("-90");
  private static final Percent HIGHEST = Percent.parse("1000");
  private final ProductService catalogue;
  private final AffectedWorksheets affected;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final PriceChangeStore store;
  private final Clock clock;
  private final JsonMapper json;

  PriceChangeService(
      ProductService catalogue,
      AffectedWorksheets affected,
      OpportunityService opportunities,
      WorksheetService worksheets,
      PriceChangeStore store,
      Clock clock,
      JsonMapper json) {
    this.catalogue = catalogue;
    this.affected = affected;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.store = store;
    this.clock = clock;
    this.json = json;
  }

  /**
   * What shall be changed.
   *
   * @param family of the products; blank for all
   * @param text that stands in their code, name or family; blank for any
   * @param listPercent by which list prices rise, or fall below 0; blank leaves them
   * @param costPercent the same for costs
   * @param step to multiples of which list prices are rounded, half up; blank for the smallest unit
   *     of a price
   */
  record PriceChangeForm(
      @MaybeNull String family,
      @MaybeNull String text,
      @MaybeNull String listPercent,
      @MaybeNull String costPercent,
      @MaybeNull String step) {}

  /** A product with its prices before and after. */
  record Repriced(
      String code,
      String name,
      String listBefore,
      String listAfter,
      String costBefore,
      String costAfter) {}

  /** A worksheet that holds one of the products. */
  record PlaceView(String home, RecordId id, String number, String title) {
    PlaceView {
      id = Input.given(id, RecordId::new);
    }
  }

  /** What would be changed, and which worksheets hold it. */
  record PriceChangePreview(String words, List<Repriced> products, List<PlaceView> places) {}

  /** Worksheets to be looked at, a part of those that a preview named. */
  record EffectForm(PriceChangeForm change, List<PlaceView> places) {
    EffectForm {
      change = change == null ? new PriceChangeForm(null, null, null, null, null) : change;
    }
  }

  /** What becomes of a worksheet. */
  record EffectView(
      PlaceView place,
      String before,
      String after,
      @MaybeNull String marginBefore,
      @MaybeNull String marginAfter,
      @MaybeNull String signOffBefore,
      @MaybeNull String signOffAfter) {}

  /** A change that was made. */
  record PriceChangeView(
      PriceChangeId id,
      Instant at,
      String person,
      String words,
      int products,
      @MaybeNull String takenBackAt) {}

  /** What is read of a form. */
  private record Change(String words, List<Product> before, List<Product> after) {
    List<Product> changed() {
      Set<Product> same = new HashSet<>(before);
      return after.stream().filter(product -> !same.contains(product)).toList();
    }

    List<Repriced> repriced() {
      Map<String, Product> was =
          before.stream().collect(Collectors.toMap(Product::code, Function.identity()));
      return changed().stream()
          .map(p -> PriceChangeService.repriced(was.get(p.code()), p))
          .toList();
    }
  }

  private Change read(PriceChangeForm typed) {
    Input input = new Input();
    Optional<Percent> list = percent(input, "listPercent", typed.listPercent());
    Optional<Percent> cost = percent(input, "costPercent", typed.costPercent());
    if (list.isEmpty() && cost.isEmpty() && input.problems().isEmpty()) {
      input.refuse("listPercent", "Enter by how many percent list prices or costs change.");
    }
    Optional<UnitPrice> step =
        input.value("step", typed.step(), t -> UnitPrice.parse(TypedNumber.plain(t, DECIMALS)));
    if (step.filter(UnitPrice.ZERO::equals).isPresent()) {
      input.refuse("step", "A step is above 0, such as 0.05.");
    }
    input.check();
    String family = typed.family() == null ? "" : typed.family().strip();
    List<Product> products =
        catalogue.all(typed.text() == null ? "" : typed.text()).stream()
            .filter(p -> family.isEmpty() || p.family().equals(family))
            .toList();
    List<Product> after = products.stream().map(p -> repriced(p, list, cost, step)).toList();
    return new Change(words(typed, family, list, cost, step), products, after);
  }

  private static Optional<Percent> percent(Input input, String at, String text) {
    return input.value(
        at,
        text,
        t -> Percent.parse(TypedNumber.plain(t, DECIMALS)).within("percent", LOWEST, HIGHEST));
  }

  private static Product repriced(
      Product p, Optional<Percent> list, Optional<Percent> cost, Optional<UnitPrice> step) {
    UnitPrice price = list.map(p.listPrice()::raised).orElse(p.listPrice());
    UnitPrice stepped = list.isPresent() ? step.map(price::roundedTo).orElse(price) : price;
    return p.priced(stepped, cost.map(p.unitCost()::raised).orElse(p.unitCost()));
  }

  private static String words(
      PriceChangeForm typed,
      String family,
      Optional<Percent> list,
      Optional<Percent> cost,
      Optional<UnitPrice> step) {
    String text = typed.text() == null ? "" : typed.text().strip();
    return (family.isEmpty() ? "All families" : family)
        + (text.isEmpty() ? "" : ", \"" + text + "\"")
        + list.map(p -> ", list prices by " + p + " %").orElse("")
        + step.filter(s -> list.isPresent()).map(s -> " in steps of " + s).orElse("")
        + cost.map(p -> ", costs by " + p + " %").orElse("");
  }

  /** Shows what would be changed. */
  PriceChangePreview preview(PriceChangeForm typed, Actor actor) {
    actor.checkManages();
    Change change = read(typed);
    List<PlaceView> places =
        affected.holding(change.changed().stream().map(Product::code).toList(), actor).stream()
            .map(s -> new PlaceView(s.home(), s.id(), s.number(), s.title()))
            .toList();
    return new PriceChangePreview(change.words(), change.repriced(), places);
  }

  private static Repriced repriced(Product before, Product after) {
    return new Repriced(
        after.code(),
        after.name(),
        before.listPrice().toString(),
        after.listPrice().toString(),
        before.unitCost().toString(),
        after.unitCost().toString());
  }

  /** Works some of the worksheets out as they are and as they would be. */
  List<EffectView> effects(EffectForm asked, Actor actor) {
    actor.checkManages();
    List<PlaceView> places = Input.given(asked.places());
    if (places.size() > MOST_PLACES) {
      throw BadInput.at("places", "Ask for at most " + MOST_PLACES + " at once.");
    }
    Change change = read(asked.change());
    Map<String, Product> after =
        change.after().stream().collect(Collectors.toMap(Product::code, Function.identity()));
    Map<List<Object>, AffectedWorksheets.Sheet> sheets =
        affected.holding(after.keySet(), actor).stream()
            .collect(Collectors.toMap(s -> List.of(s.home(), s.id()), Function.identity()));
    return places.stream()
        .filter(place -> sheets.containsKey(List.of(place.home(), place.id())))
        .map(place -> effect(place, sheets.get(List.of(place.home(), place.id())), after, actor))
        .toList();
  }

  private EffectView effect(
      PlaceView place, AffectedWorksheets.Sheet sheet, Map<String, Product> after, Actor actor) {
    Opportunity o = opportunities.readable(sheet.opportunityId(), actor);
    WorksheetContext context = opportunities.context(o);
    Calculation is = worksheets.get(sheet.worksheetId(), context);
    Calculation will = worksheets.supposing(sheet.worksheetId(), context, after);
    return new EffectView(
        place,
        contract(is.check()),
        contract(will.check()),
        margin(is.check()),
        margin(will.check()),
        is.signOff().role().orElse(null),
        will.signOff().role().orElse(null));
  }

  private static String contract(MarginCheck check) {
    return check.tally().totals().contract().getAmount().toPlainString();
  }

  private static @MaybeNull String margin(MarginCheck check) {
    return check
        .tally()
        .totals()
        .marginPercent()
        .map(p -> p.value().setScale(2).toPlainString())
        .orElse(null);
  }

  /** Sets the prices, all of them; open worksheets are worked out anew with them. */
  @Transactional
  PriceChangeId apply(PriceChangeForm typed, Actor actor) {
    actor.checkManages();
    Change change = read(typed);
    List<Product> changed = change.changed();
    if (changed.isEmpty()) {
      throw new NotPossible("No price changes by this.");
    }
    PriceChangeId id =
        store.insert(
            clock.instant(),
            actor.id(),
            change.words(),
            json.writeValueAsString(change.repriced()));
    catalogue.reprice(changed, change.words(), actor);
    return id;
  }

  /** The last changes, newest first. */
  List<PriceChangeView> list(Actor actor) {
    actor.checkManages();
    return store.list(MOST_SHOWN).stream()
        .map(
            row ->
                new PriceChangeView(
                    row.id(),
                    row.at(),
                    row.person(),
                    row.words(),
                    prices(row).size(),
                    row.takenBackAt()))
        .toList();
  }

  private List<Repriced> prices(PriceChangeStore.Row row) {
    return List.of(json.readValue(row.prices(), Repriced[].class));
  }

  /** Puts back what products had before, if all of them still have what they were given then. */
  @Transactional
  void takeBack(PriceChangeId id, Actor actor) {
    actor.checkManages();
    PriceChangeStore.Row row =
        store.find(id).orElseThrow(() -> new NotThere("change of prices", id));
    List<Repriced> prices = prices(row);
    Map<String, Product> now = catalogue.byCodes(prices.stream().map(Repriced::code).toList());
    List<String> moved =
        prices.stream().filter(p -> !isStill(now.get(p.code()), p)).map(Repriced::code).toList();
    if (!moved.isEmpty()) {
      throw new NotPossible(
          "These prices were changed again since, so nothing was undone: "
              + String.join(", ", moved)
              + ".");
    }
    if (store.setTakenBack(id, clock.instant()) == 0) {
      throw new NotPossible("This is undone already.");
    }
    catalogue.reprice(
        prices.stream()
            .map(
                p ->
                    now.get(p.code())
                        .priced(UnitPrice.parse(p.listBefore()), UnitPrice.parse(p.costBefore())))
            .toList(),
        "undone: " + row.words(),
        actor);
  }

  private static boolean isStill(Product now, Repriced then) {
    return now.listPrice().equals(UnitPrice.parse(then.listAfter()))
        && now.unitCost().equals(UnitPrice.parse(then.costAfter()));
  }
}
