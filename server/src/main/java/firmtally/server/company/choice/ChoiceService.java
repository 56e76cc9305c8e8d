package firmtally.server.company.choice;

import firmtally.server.access.Actor;
import firmtally.server.company.choice.ChoiceStore.ChoiceRow;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Lists of words to choose from. Other words can be typed where a list is offered; renaming one
 * renames it wherever it stands.
 */
@Service
public class ChoiceService {
  private static final int LONGEST = 120;
  private static final int MOST = 500;
  private final ChoiceStore store;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;

  ChoiceService(ChoiceStore store, ChangeLog log, ApplicationEventPublisher events) {
    this.store = store;
    this.log = log;
    this.events = events;
  }

  /**
   * A word as it is typed.
   *
   * @param was what it was before; null for a new one
   */
  public record ChoiceForm(String value, @MaybeNull String was) {}

  static ChoiceList of(String word) {
    return Arrays.stream(ChoiceList.values())
        .filter(list -> list.word().equals(word))
        .findFirst()
        .orElseThrow(() -> new NotThere("list", word));
  }

  List<ChoiceRow> list(ChoiceList list) {
    return store.list(list);
  }

  /** The words that are offered. */
  public List<String> offered(ChoiceList list) {
    return store.list(list).stream().filter(ChoiceRow::offered).map(ChoiceRow::value).toList();
  }

  long version(ChoiceList list) {
    return log.lastEntry("choices", idOf(list));
  }

  /** Under which number the log has a list. */
  static RecordId idOf(ChoiceList list) {
    return new RecordId(list.ordinal() + 1L);
  }

  /** Sets a list anew: its order, new words, others left out, some renamed wherever they stand. */
  @Transactional
  public void set(ChoiceList list, long version, List<ChoiceForm> typed, Actor actor) {
    actor.checkManages();
    log.expectSame(version, version(list), "choices", idOf(list));
    Input input = new Input();
    if (typed.size() > MOST) {
      input.refuse("values", "A list has at most " + MOST + " words.");
    }
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < typed.size(); i++) {
      String value = input.text("values[" + i + "].value", typed.get(i).value(), LONGEST);
      if (!value.isEmpty() && !seen.add(value.toLowerCase(Locale.ROOT))) {
        input.refuse("values[" + i + "].value", "This stands in the list already.");
      }
    }
    input.check();
    String before = words(list);
    store.clear(list);
    Map<String, String> renamed = new LinkedHashMap<>();
    for (int i = 0; i < typed.size(); i++) {
      ChoiceForm form = typed.get(i);
      String value = form.value().strip();
      store.insert(list, value, i + 1);
      if (form.was() != null && !form.was().equals(value)) {
        renamed.put(form.was(), value);
      }
    }
    if (!renamed.isEmpty()) {
      int changed = store.rename(list, renamed);
      events.publishEvent(new WordsRenamed(list));
      log.note(
          actor.id(),
          "choices",
          idOf(list),
          list.word().replace('-', ' ') + " renamed",
          String.join(", ", renamed.keySet()),
          String.join(", ", renamed.values()) + ", " + changed + " records");
    }
    log.note(actor.id(), "choices", idOf(list), list.word().replace('-', ' '), before, words(list));
  }

  /** Offers every word that records have, behind those that are offered. */
  @Transactional
  public void offerUsed(ChoiceList list, Actor actor) {
    set(
        list,
        version(list),
        store.list(list).stream().map(row -> new ChoiceForm(row.value(), row.value())).toList(),
        actor);
  }

  private String words(ChoiceList list) {
    return offered(list).stream().collect(Collectors.joining(", "));
  }
}
