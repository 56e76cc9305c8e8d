package firmtally.server.platform.search;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.Id;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The index behind the palette: every record that has a name or number. */
@Component
public class SearchIndex {
  /** What nothing matches. */
  public static final String NOTHING = "\"\"";

  private final Sql sql;

  public SearchIndex(Sql sql) {
    this.sql = sql;
  }

  /** Puts a record in, or puts its new words in place of the old. */
  public void put(String kind, Id id, String number, String words) {
    sql.sql("DELETE FROM search_index WHERE kind = :kind AND record_id = :id")
        .param("kind", kind)
        .param("id", id)
        .update();
    add(kind, id, number, words);
  }

  /** Puts a record in that was not there before. */
  public void add(String kind, Id id, String number, String words) {
    sql.sql(
            "INSERT INTO search_index (kind, record_id, number, words) VALUES (:kind, :id, :number, :words)")
        .param("kind", kind)
        .param("id", id)
        .param("number", number)
        .param("words", words)
        .update();
  }

  /**
   * What to MATCH for records in which every word of a text begins a word; without words it is what
   * nothing matches.
   */
  public static String wordsOf(String text) {
    String query =
        Arrays.stream(text.split("[^\\p{L}\\p{N}]+"))
            .filter(word -> !word.isEmpty())
            .map(word -> "\"" + word + "\"*")
            .collect(Collectors.joining(" "));
    return query.isEmpty() ? NOTHING : query;
  }
}
