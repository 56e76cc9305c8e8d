package firmtally.server.company.numbering;

import firmtally.server.access.Actor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotThere;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The number ranges of records. A number that was given is not given again. */
@Service
public class NumberRangeService {
  private static final RecordId COMPANY = new RecordId(1);
  private static final Pattern PREFIX = Pattern.compile("[A-Z]{1,4}-([0-9]{1,4}-)?");
  private static final int MOST = 900_000_000;
  private static final Map<String, String> KINDS = kinds();
  private final Counters counters;
  private final ChangeLog log;

  NumberRangeService(Counters counters, ChangeLog log) {
    this.counters = counters;
    this.log = log;
  }

  private static Map<String, String> kinds() {
    Map<String, String> kinds = new LinkedHashMap<>();
    kinds.put("A", "Accounts");
    kinds.put("E", "Enquiries");
    kinds.put("O", "Opportunities");
    kinds.put("Q", "Quotes");
    kinds.put("S", "Orders");
    kinds.put("D", "Delivery notes");
    kinds.put("I", "Invoices");
    kinds.put("C", "Credit notes");
    kinds.put("R", "Agreements");
    return kinds;
  }

  /**
   * A range.
   *
   * @param letter which one it is
   * @param records what is numbered by it
   * @param prefix what stands before the number
   * @param next the number that is given next
   */
  public record NumberRange(String letter, String records, String prefix, long next) {}

  /** The same as typed. */
  public record NumberRangeForm(String prefix, String next) {}

  /** Every range. */
  public List<NumberRange> list() {
    return KINDS.entrySet().stream()
        .map(
            kind ->
                new NumberRange(
                    kind.getKey(),
                    kind.getValue(),
                    counters.prefix(kind.getKey()),
                    counters.upcoming(kind.getKey())))
        .toList();
  }

  /** Changes how the numbers of a kind begin, and from where they go on. */
  @Transactional
  public void change(String letter, NumberRangeForm typed, Actor actor) {
    actor.checkAdministrates();
    if (!KINDS.containsKey(letter)) {
      throw new NotThere("number range", letter);
    }
    Input input = new Input();
    String prefix = typed.prefix() == null ? "" : typed.prefix().strip();
    if (!PREFIX.matcher(prefix).matches()) {
      input.refuse("prefix", "Enter one to four capital letters and a dash, such as QU- or Q-27-.");
    }
    KINDS.keySet().stream()
        .filter(other -> !other.equals(letter) && counters.prefix(other).equals(prefix))
        .findFirst()
        .ifPresent(other -> input.refuse("prefix", KINDS.get(other) + " begin with this already."));
    long before = counters.upcoming(letter);
    int next = input.whole("next", typed.next(), 1, MOST).orElse(1);
    boolean isSamePrefix = prefix.equals(counters.prefix(letter));
    if (isSamePrefix && next < before) {
      input.refuse("next", "Numbers below " + before + " were given already.");
    }
    input.check();
    String was = counters.prefix(letter) + before;
    counters.set(letter, prefix, next);
    log.note(
        actor.id(),
        "company",
        COMPANY,
        "numbers of " + KINDS.get(letter).toLowerCase(java.util.Locale.ROOT),
        was,
        prefix + next);
  }
}
