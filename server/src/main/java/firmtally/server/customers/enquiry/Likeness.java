package firmtally.server.customers.enquiry;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.springframework.stereotype.Component;

/**
 * Finds who may be the same as an enquiry that is being taken down: by the same email address, the
 * same digits of the phone number, or a name that is nearly equal in the same place.
 */
@Component
class Likeness {
  private static final double NEAR = 0.9;
  private static final int PREFIX = 3;
  private static final int MOST = 6;
  private static final JaroWinklerSimilarity SIMILARITY = new JaroWinklerSimilarity();

  /** Words that tell nothing about who it is. */
  private static final Set<String> NOTHING =
      Set.of(
          "and", "the", "of", "gmbh", "ag", "kg", "ltd", "llc", "inc", "co", "company", "sa", "bv",
          "plc");

  private final LikenessStore store;

  Likeness(LikenessStore store) {
    this.store = store;
  }

  /** Somebody who may be the same, and why. */
  record Like(
      String record,
      long id,
      String number,
      String name,
      String town,
      String owner,
      String state,
      String why) {}

  /**
   * Who may be the same; the surest first.
   *
   * @param email blank where unknown, as the others
   * @param exceptEnquiry an enquiry that is not like itself; 0 for none
   */
  List<Like> find(
      String name, String email, String phone, String postal, String town, long exceptEnquiry) {
    Map<LikenessStore.Key, String> found = new LinkedHashMap<>();
    if (!email.isBlank()) {
      store
          .byEmail(email.strip().toLowerCase(Locale.ROOT))
          .forEach(key -> found.putIfAbsent(key, "same email address"));
    }
    store.byPhone(phone).forEach(key -> found.putIfAbsent(key, "same phone number"));
    if (plain(name).length() >= PREFIX) {
      near(name, postal, town).forEach(key -> found.putIfAbsent(key, "name nearly the same"));
    }
    found.remove(new LikenessStore.Key("enquiry", exceptEnquiry));
    return found.entrySet().stream()
        .limit(MOST)
        .map(entry -> like(store.get(entry.getKey()), entry.getValue()))
        .toList();
  }

  private static Like like(LikenessStore.Known known, String why) {
    return new Like(
        known.record(),
        known.id(),
        known.number(),
        known.name(),
        known.town(),
        known.owner(),
        known.state(),
        why);
  }

  private List<LikenessStore.Key> near(String name, String postal, String town) {
    String query =
        Arrays.stream(plain(name).split(" "))
            .filter(word -> word.length() >= PREFIX)
            .map(word -> "\"" + word.substring(0, PREFIX) + "\"*")
            .collect(Collectors.joining(" OR "));
    if (query.isEmpty()) {
      return List.of();
    }
    List<LikenessStore.Key> near = new ArrayList<>();
    for (LikenessStore.Key key : store.byWords(query)) {
      LikenessStore.Known known = store.get(key);
      if (isNear(name, known.name()) && isSamePlace(postal, town, known)) {
        near.add(key);
      }
    }
    return near;
  }

  /** Whether two names are nearly equal, however they are written. */
  static boolean isNear(String one, String other) {
    String a = plain(one);
    String b = plain(other);
    return a.equals(b) || SIMILARITY.apply(a, b) >= NEAR;
  }

  /** Whether nothing speaks against the same place: what is unknown does not. */
  private static boolean isSamePlace(String postal, String town, LikenessStore.Known known) {
    boolean otherPostal =
        !postal.isBlank()
            && !known.postal().isBlank()
            && !postal.strip().equalsIgnoreCase(known.postal().strip());
    boolean otherTown = !town.isBlank() && !known.town().isBlank() && !isNear(town, known.town());
    return !otherPostal && !otherTown;
  }

  /** Without accents, case, punctuation, and the words that tell nothing. */
  private static String plain(String name) {
    String bare =
        Normalizer.normalize(name, Normalizer.Form.NFD)
            .replaceAll("\\p{M}", "")
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^\\p{L}\\p{N}]+", " ")
            .strip();
    return Arrays.stream(bare.split(" "))
        .filter(word -> !NOTHING.contains(word))
        .collect(Collectors.joining(" "));
  }
}
