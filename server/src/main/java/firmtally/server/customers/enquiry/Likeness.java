package firmtally.server.customers.enquiry;

import firmtally.server.customers.enquiry.LikenessStore.Key;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.RecordId;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.springframework.stereotype.Component;

/**
 * Finds who may be the same as an enquiry that is being taken down: by the same email address, the
 * same digits of the phone number, or a name that is nearly equal in the same place.
 */
@Component
class Likeness {
  private static final double NEAR = 0.9;
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
      RecordId id,
      String number,
      String name,
      String town,
      String owner,
      String state,
      String why) {}

  /** Whoever is looked for; what is unknown is blank. */
  record Asked(String name, String email, String phone, String postal, String town) {
    private String mail() {
      return email.strip().toLowerCase(Locale.ROOT);
    }

    private NameWords words() {
      return NameWords.of(plain(name));
    }
  }

  /**
   * Who may be the same; the surest first.
   *
   * @param exceptEnquiry an enquiry that is not like itself
   */
  List<Like> find(Asked asked, Optional<EnquiryId> exceptEnquiry) {
    return find(List.of(asked), exceptEnquiry).get(0);
  }

  /** Who may be the same as each of many, in their order; asked of the database all at once. */
  List<List<Like>> find(List<Asked> asked) {
    return find(asked, Optional.empty());
  }

  private List<List<Like>> find(List<Asked> asked, Optional<EnquiryId> exceptEnquiry) {
    Map<String, List<Key>> byEmail = store.byEmail(given(asked, Asked::mail));
    Map<String, List<Key>> byPhone = store.byPhone(given(asked, Asked::phone));
    Map<NameWords, List<Key>> byWords = byWords(asked);
    Set<Key> keys = new HashSet<>();
    Stream.of(byEmail, byPhone, byWords)
        .flatMap(found -> found.values().stream())
        .forEach(keys::addAll);
    exceptEnquiry.map(RecordId::of).ifPresent(id -> keys.remove(new Key("enquiry", id)));
    Map<Key, LikenessStore.Known> known = store.known(keys);
    return asked.stream()
        .map(
            one -> {
              Map<LikenessStore.Known, String> why = new LinkedHashMap<>();
              known(byEmail.get(one.mail()), known)
                  .forEach(k -> why.putIfAbsent(k, "same email address"));
              known(byPhone.get(one.phone()), known)
                  .forEach(k -> why.putIfAbsent(k, "same phone number"));
              List<LikenessStore.Known> named =
                  known(byWords.get(one.words()), known)
                      .filter(k -> isNear(one.name(), k.name()))
                      .toList();
              named.stream()
                  .filter(k -> isSamePlace(one, k))
                  .forEach(k -> why.putIfAbsent(k, "name nearly the same"));
              named.forEach(k -> why.putIfAbsent(k, "name nearly the same, in another place"));
              return why.entrySet().stream()
                  .limit(MOST)
                  .map(entry -> like(entry.getKey(), entry.getValue()))
                  .toList();
            })
        .toList();
  }

  /** Whose names share what is telling in those asked for, by the words of the name. */
  private Map<NameWords, List<Key>> byWords(List<Asked> asked) {
    Set<NameWords> names = asked.stream().map(Asked::words).collect(Collectors.toSet());
    Map<String, Long> common =
        store.counts(names.stream().flatMap(n -> n.starts().stream()).collect(Collectors.toSet()));
    Map<NameWords, Set<String>> queries =
        names.stream().collect(Collectors.toMap(n -> n, n -> n.queries(common)));
    Map<String, List<Key>> found =
        store.byWords(queries.values().stream().flatMap(Set::stream).collect(Collectors.toSet()));
    return names.stream()
        .collect(
            Collectors.toMap(
                n -> n,
                n ->
                    queries.get(n).stream()
                        .flatMap(query -> found.getOrDefault(query, List.of()).stream())
                        .distinct()
                        .toList()));
  }

  private static Set<String> given(List<Asked> asked, Function<Asked, String> what) {
    return asked.stream().map(what).filter(text -> !text.isBlank()).collect(Collectors.toSet());
  }

  private static Stream<LikenessStore.Known> known(
      List<Key> keys, Map<Key, LikenessStore.Known> known) {
    return keys == null ? Stream.of() : keys.stream().map(known::get).filter(Objects::nonNull);
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

  /** Whether two names are nearly equal, however they are written. */
  static boolean isNear(String one, String other) {
    String a = plain(one);
    String b = plain(other);
    return a.equals(b) || SIMILARITY.apply(a, b) >= NEAR;
  }

  /** Whether nothing speaks against the same place: what is unknown does not. */
  private static boolean isSamePlace(Asked asked, LikenessStore.Known known) {
    boolean otherPostal =
        !asked.postal().isBlank()
            && !known.postal().isBlank()
            && !asked.postal().strip().equalsIgnoreCase(known.postal().strip());
    boolean otherTown =
        !asked.town().isBlank() && !known.town().isBlank() && !isNear(asked.town(), known.town());
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
