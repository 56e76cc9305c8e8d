package firmtally.server.platform.records;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.Visibility;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.SearchIndex;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finds records by words, of those that somebody may read. */
@RestController
class SearchController {
  private static final int MOST = 12;
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
    String query = SearchIndex.wordsOf(q);
    if (query.equals(SearchIndex.NOTHING)) {
      return List.of();
    }
    String text =
        "SELECT kind, record_id AS id, number, words FROM search_index WHERE search_index MATCH :query AND "
            + records.readable("kind", "record_id")
            + " ORDER BY rank, record_id DESC LIMIT :most";
    return Visibility.bind(sql.sql(text), actor)
        .param("query", query)
        .param("most", MOST)
        .query(Hit.class)
        .list();
  }
}
