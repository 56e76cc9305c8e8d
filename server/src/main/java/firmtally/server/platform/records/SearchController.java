package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.SearchIndex;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finds records by words, of those that somebody may read. */
@RestController
class SearchController {
  private static final int MOST = 12;

  /** A document's number or the beginning of one, such as {@code O-1050}. */
  private static final Pattern NUMBER = Pattern.compile("([A-Za-z])-([0-9]{2,})");

  private final Sql sql;
  private final Records records;

  SearchController(Sql sql, Records records) {
    this.sql = sql;
    this.records = records;
  }

  /** A record that was found. */
  record Hit(String kind, RecordId id, String number, String words) {}

  /** The records in which every word begins a word, the best first. */
  @GetMapping("/api/find")
  List<Hit> find(@RequestParam(defaultValue = "") String q, @SignedIn Actor actor) {
    Matcher number = NUMBER.matcher(q.strip());
    boolean isNumber = number.matches();
    // The letter before a number is a word that tens of thousands have; the digits are not.
    String query = SearchIndex.wordsOf(isNumber ? number.group(2) : q);
    if (query.equals(SearchIndex.NOTHING)) {
      return List.of();
    }
    String text =
        "SELECT kind, record_id AS id, number, words FROM search_index WHERE search_index MATCH :query AND "
            + (isNumber ? "number LIKE :number AND " : "")
            + records.readable("kind", "record_id")
            + " ORDER BY rank, record_id DESC LIMIT :most";
    JdbcClient.StatementSpec statement = Visibility.bind(sql.sql(text), actor);
    if (isNumber) {
      statement.param("number", number.group(1) + "-" + number.group(2) + "%");
    }
    return statement.param("query", query).param("most", MOST).query(Hit.class).list();
  }
}
