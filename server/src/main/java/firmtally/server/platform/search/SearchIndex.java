package firmtally.server.platform.search;

import firmtally.server.platform.database.JsonList;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.springframework.stereotype.Component;

/** The index behind the palette: every record that has a name or number. */
@Component
public class SearchIndex {
  /** What nothing matches. */
  public static final String NOTHING = "\"\"";

  private static final JaroWinklerSimilarity SIMILARITY = new JaroWinklerSimilarity();

  /** So alike are words of which one has a slip. */
  private static final double NEAR = 0.9;

  /**
   * Where a record stands in the index: its id times {@link #PLACES} and the place of its kind. So
   * ids are known without reading what is indexed, and a record is found without looking for it.
   */
  private static final List<String> KINDS =
      List.of(
          "account",
          "enquiry",
          "opportunity",
          "quote",
          "order",
          "agreement",
          "product",
          "contact",
          "delivery",
          "invoice",
          "credit-note");

  private static final int PLACES = 32;

  private final Sql sql;

  public SearchIndex(Sql sql) {
    this.sql = sql;
  }

  /** Puts a record in, or puts its new words in place of the old. */
  public void put(String kind, Id id, String number, String words) {
    sql.sql("DELETE FROM search_index WHERE rowid = :place")
        .param("place", place(kind, id))
        .update();
    add(kind, id, number, words);
  }

  /** Puts a record in that was not there before. */
  public void add(String kind, Id id, String number, String words) {
    sql.sql(
            """
            INSERT INTO search_index (rowid, kind, record_id, number, words)
            VALUES (:place, :kind, :id, :number, :words)
            """)
        .param("place", place(kind, id))
        .param("kind", kind)
        .param("id", id)
        .param("number", number)
        .param("words", words)
        .update();
  }

  /** Takes records of a kind out; kinds that are not searched have none in. */
  public void remove(String kind, Collection<? extends Id> ids) {
    if (KINDS.contains(kind)) {
      int at = kindAt(kind);
      sql.sql("DELETE FROM search_index WHERE rowid IN (SELECT value FROM json_each(:places))")
          .param("places", JsonList.of(ids.stream().map(id -> id.value() * PLACES + at).toList()))
          .update();
    }
  }

  /** A statement of the ids of a kind's records that {@code :q} matches. */
  public static String idsMatching(String kind) {
    return "SELECT rowid / "
        + PLACES
        + " FROM search_index WHERE search_index MATCH :q AND rowid % "
        + PLACES
        + " = "
        + kindAt(kind);
  }

  private static int kindAt(String kind) {
    int at = KINDS.indexOf(kind);
    if (at < 0) {
      throw new IllegalArgumentException("The palette does not find records of kind " + kind);
    }
    return at;
  }

  private static long place(String kind, Id id) {
    return id.value() * PLACES + kindAt(kind);
  }

  /**
   * What to MATCH for what was typed with a slip: each word that no record has is any of the three
   * nearest that begin with the same letter; nothing where one has no near one.
   */
  public String nearly(String text) {
    String query =
        words(text.toLowerCase(Locale.ROOT))
            .map(word -> isKnown(word) ? "\"" + word + "\"*" : near(word))
            .collect(Collectors.joining(" AND "));
    return query.isEmpty() || query.contains(NOTHING) ? NOTHING : query;
  }

  private boolean isKnown(String word) {
    return sql.sql(
            "SELECT EXISTS (SELECT 1 FROM search_words WHERE term >= :word AND term < :word || char(1114111))")
        .param("word", word)
        .query(Boolean.class)
        .single();
  }

  private String near(String word) {
    List<String> terms =
        sql.sql(
                """
                SELECT term FROM search_words
                WHERE term >= :first AND term < :first || char(1114111) AND length(term) BETWEEN :shortest AND :longest
                """)
            .param("first", word.substring(0, 1))
            .param("shortest", word.length() - 1)
            .param("longest", word.length() + 1)
            .query(String.class)
            .list();
    String near =
        terms.stream()
            .filter(term -> SIMILARITY.apply(word, term) >= NEAR)
            .sorted(Comparator.comparingDouble(term -> -SIMILARITY.apply(word, term)))
            .limit(3)
            .map(term -> "\"" + term + "\"")
            .collect(Collectors.joining(" OR "));
    return near.isEmpty() ? NOTHING : "(" + near + ")";
  }

  private static Stream<String> words(String text) {
    return Arrays.stream(text.split("[^\\p{L}\\p{N}]+")).filter(word -> !word.isEmpty());
  }

  /**
   * What to MATCH for records in which every word of a text begins a word; without words it is what
   * nothing matches.
   */
  public static String wordsOf(String text) {
    String query = words(text).map(word -> "\"" + word + "\"*").collect(Collectors.joining(" "));
    return query.isEmpty() ? NOTHING : query;
  }
}
