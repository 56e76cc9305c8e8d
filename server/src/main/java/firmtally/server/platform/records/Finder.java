package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Finds records of every kind by what somebody types. */
@Component
class Finder {
  private static final int MOST = 12;

  /** A document's number or the beginning of one, such as {@code O-1050}. */
  private static final Pattern NUMBER = Pattern.compile("([A-Za-z])-([0-9]{2,})");

  /** Digits with what is written between them. */
  private static final Pattern PHONE = Pattern.compile("[+(]?[0-9][0-9 ()/.-]{4,}[0-9]");

  private final Sql sql;
  private final Records records;
  private final PhoneIndex phones;
  private final SearchIndex index;

  Finder(Sql sql, Records records, PhoneIndex phones, SearchIndex index) {
    this.sql = sql;
    this.records = records;
    this.phones = phones;
    this.index = index;
  }

  /** A record that was found: its number and name, and in short where it stands. */
  record Hit(String kind, RecordId id, String number, String words, String detail) {}

  private record Key(String kind, RecordId id) {}

  List<Hit> find(String typed, Actor actor) {
    List<Key> found = keys(typed, SearchIndex.wordsOf(typed), actor);
    if (found.isEmpty()) {
      found = keys(typed, index.nearly(typed), actor);
    }
    return told(found);
  }

  private List<Key> keys(String typed, String words, Actor actor) {
    Matcher number = NUMBER.matcher(typed);
    if (number.matches()) {
      // The letter before a number is a word that tens of thousands have; the digits are not.
      return matching(
          SearchIndex.wordsOf(number.group(2)), number.group(1) + "-" + number.group(2), actor);
    }
    List<Key> byPhone = PHONE.matcher(typed).matches() ? byPhone(typed, actor) : List.of();
    return byPhone.isEmpty() && !words.equals(SearchIndex.NOTHING)
        ? matching(words, "", actor)
        : byPhone;
  }

  private List<Key> matching(String query, String number, Actor actor) {
    String text =
        "SELECT kind, record_id AS id FROM search_index WHERE search_index MATCH :query AND "
            + (number.isEmpty() ? "" : "number LIKE :number AND ")
            + records.readable("kind", "record_id")
            + " ORDER BY rank, record_id DESC LIMIT :most";
    JdbcClient.StatementSpec statement = Visibility.bind(sql.sql(text), actor);
    if (!number.isEmpty()) {
      statement.param("number", number + "%");
    }
    return statement.param("query", query).param("most", MOST).query(Key.class).list();
  }

  /** Whose number it is. */
  private List<Key> byPhone(String typed, Actor actor) {
    List<Key> owners =
        phones.find(Set.of(typed)).values().stream()
            .flatMap(List::stream)
            .map(owner -> new Key(owner.record(), owner.recordId()))
            .distinct()
            .toList();
    return owners.stream()
        .filter(key -> records.isReadable(key.kind(), key.id(), actor))
        .limit(MOST)
        .toList();
  }

  /** Keys with their names, asked for kind by kind, in the order they were found. */
  private List<Hit> told(List<Key> keys) {
    Map<String, List<Key>> byKind = keys.stream().collect(Collectors.groupingBy(Key::kind));
    Map<Key, Hit> told = new HashMap<>();
    byKind.forEach(
        (kind, some) ->
            sql.sql(records.kind(kind).found())
                .param("ids", JsonList.of(some.stream().map(Key::id).toList()))
                .query(Hit.class)
                .list()
                .forEach(hit -> told.put(new Key(kind, hit.id()), hit)));
    return keys.stream().map(told::get).filter(Objects::nonNull).toList();
  }
}
