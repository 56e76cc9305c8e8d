package firmtally.server.reporting.movement;

import firmtally.core.pipeline.Movement;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.reporting.metrics.Cut;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** What moved in the pipeline between two days; nothing is changed here. */
@Service
public class MovementService {
  private final MovementStore store;
  private final SettingsService settings;

  MovementService(MovementStore store, SettingsService settings) {
    this.store = store;
    this.settings = settings;
  }

  /**
   * Between which days, and of what is expected to close when.
   *
   * @param since how it stood at the end of this day
   * @param until against the end of this one
   */
  public record Asked(LocalDate since, LocalDate until, Movement.Period period) {}

  /** What moved, with the opportunity behind each item. */
  record Moved(Movement movement, Money wonAmount, long wonCount, List<Item> items) {}

  /** What one opportunity moved, and how it stood before and after; empty where it was not open. */
  public record Item(
      Movement.Item moved,
      OpportunityId id,
      String title,
      String account,
      String owner,
      Optional<Standing> before,
      Standing after) {}

  /** How an opportunity stood. */
  public record Standing(Money value, String probability, LocalDate close, String state) {}

  /**
   * What moved.
   *
   * <p>What was opened and had ended in between moved nothing. Only its amount counts, when it was
   * won; so it is summed and never read one by one, and three years take no longer than a week.
   *
   * @param most how many of the items are told
   */
  Moved moved(Asked asked, Cut cut, int most, Actor actor) {
    CurrencyUnit currency = settings.company().currency();
    Map<String, MovementStore.State> before = byNumber(store.openOn(asked.since(), cut, actor));
    Map<String, MovementStore.State> after = byNumber(store.openOn(asked.until(), cut, actor));
    List<OpportunityId> ended =
        before.values().stream()
            .filter(s -> !after.containsKey(s.number()))
            .map(MovementStore.State::id)
            .toList();
    after.putAll(byNumber(store.on(asked.until(), ended)));
    Movement movement =
        Movement.of(
            currency,
            asked.period(),
            before.values().stream().map(s -> s.of(currency)).toList(),
            after.values().stream().map(s -> s.of(currency)).toList());
    MovementStore.Won won = store.wonBetween(asked.since(), asked.until(), cut, actor);
    return new Moved(
        movement,
        Money.ofMinor(currency, won.amount()),
        won.count(),
        items(movement.items().stream().limit(most).toList(), before, after, currency));
  }

  private static Map<String, MovementStore.State> byNumber(List<MovementStore.State> states) {
    Map<String, MovementStore.State> byNumber = new HashMap<>();
    states.forEach(s -> byNumber.put(s.number(), s));
    return byNumber;
  }

  private List<Item> items(
      List<Movement.Item> items,
      Map<String, MovementStore.State> before,
      Map<String, MovementStore.State> after,
      CurrencyUnit currency) {
    Map<OpportunityId, MovementStore.Name> names =
        store.names(items.stream().map(i -> after.get(i.ref()).id()).toList()).stream()
            .collect(Collectors.toMap(MovementStore.Name::id, Function.identity()));
    return items.stream()
        .map(
            i -> {
              MovementStore.State now = after.get(i.ref());
              MovementStore.Name name = names.get(now.id());
              return new Item(
                  i,
                  now.id(),
                  name.title(),
                  name.account(),
                  name.owner(),
                  Optional.ofNullable(before.get(i.ref())).map(s -> standing(s, currency)),
                  standing(now, currency));
            })
        .toList();
  }

  private static Standing standing(MovementStore.State s, CurrencyUnit currency) {
    return new Standing(
        s.of(currency).value(), s.of(currency).percent().toString(), s.expectedClose(), s.state());
  }
}
