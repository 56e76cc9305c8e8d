package firmtally.server.company.text;

import firmtally.server.access.Actor;
import firmtally.server.company.particulars.Languages;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.TextId;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The texts that letters and papers begin as: one for each purpose, and where wanted others for a
 * kind of business or a language.
 */
@Service
public class TextService {
  private static final int LONGEST = 20_000;
  private static final String TEXT = "text";
  private static final Set<String> BUSINESSES = Set.of("new", "renewal", "price-rise");
  private static final Set<String> PURPOSES =
      Arrays.stream(Purpose.values()).map(Purpose::word).collect(Collectors.toSet());
  private final Sql sql;
  private final ParticularsService particulars;
  private final ChangeLog log;

  TextService(Sql sql, ParticularsService particulars, ChangeLog log) {
    this.sql = sql;
    this.particulars = particulars;
    this.log = log;
  }

  /**
   * A text.
   *
   * @param business of which kind it is for; blank for all without one of their own
   */
  public record Text(
      TextId id, String purpose, String business, String language, String body, long version) {}

  /** What is typed for a new one. */
  public record NewText(String purpose, String business, String language, String body) {}

  /** All of them. */
  public List<Text> list() {
    return sql.sql(
            "SELECT id, purpose, business, language, body, version FROM document_text"
                + " ORDER BY purpose, business, language")
        .query(Text.class)
        .list();
  }

  /**
   * The text for a purpose: of the kind of business in the language, else of all in it, else the
   * same in the company's language; blank where there is none.
   */
  public String find(Purpose purpose, String business, String language) {
    String own = particulars.get().language();
    return sql.sql(
            """
            SELECT body FROM document_text
            WHERE purpose = :purpose AND business IN (:business, '') AND language IN (:language, :own, 'en')
            ORDER BY language = :language DESC, language = :own DESC, business <> '' DESC LIMIT 1
            """)
        .param("purpose", purpose.word())
        .param("business", business)
        .param("language", language.isEmpty() ? own : language)
        .param("own", own)
        .query(String.class)
        .optional()
        .orElse("");
  }

  private static String body(Input input, String typed) {
    String body = input.optionalText("body", typed, LONGEST);
    List<String> unknown = Fields.unknown(body);
    if (!unknown.isEmpty()) {
      input.refuse("body", "Not a field: " + String.join(", ", unknown) + ".");
    }
    return body;
  }

  /** Adds one for a kind of business or a language. */
  @Transactional
  public TextId add(NewText typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    input.text("purpose", typed.purpose(), LONGEST);
    input.oneOf("purpose", typed.purpose(), PURPOSES);
    String business = input.oneOf("business", typed.business(), BUSINESSES).orElse("");
    String language = Languages.read(input, "language", typed.language());
    if (language.isEmpty()) {
      input.refuse("language", "Required.");
    }
    String body = body(input, typed.body());
    boolean isThere =
        list().stream()
            .anyMatch(
                t ->
                    t.purpose().equals(typed.purpose())
                        && t.business().equals(business)
                        && t.language().equals(language));
    if (isThere) {
      input.refuse("language", "There is such a text already; change that one.");
    }
    input.check();
    TextId id =
        sql.sql(
                """
                INSERT INTO document_text (purpose, business, language, body)
                VALUES (:purpose, :business, :language, :body) RETURNING id
                """)
            .param("purpose", typed.purpose())
            .param("business", business)
            .param("language", language)
            .param("body", body)
            .query(TextId.class)
            .single();
    log.note(actor.id(), TEXT, id, "text", null, body);
    return id;
  }

  private Text get(TextId id) {
    Optional<Text> text = list().stream().filter(t -> t.id().equals(id)).findFirst();
    return text.orElseThrow(() -> new NotThere(TEXT, id));
  }

  /** Changes one; what was made from it before stays as it is. */
  @Transactional
  public void change(TextId id, long version, String typed, Actor actor) {
    actor.checkManages();
    Text before = get(id);
    Input input = new Input();
    String body = body(input, typed);
    input.check();
    int updated =
        sql.sql(
                "UPDATE document_text SET body = :body, version = version + 1"
                    + " WHERE id = :id AND version = :version")
            .param("id", id)
            .param("body", body)
            .param("version", version)
            .update();
    log.expectOne(updated, TEXT, id, before.version());
    log.note(actor.id(), TEXT, id, "text", before.body(), body);
  }

  /** Takes one away that is of a kind of business or another language; the rest takes its place. */
  @Transactional
  public void remove(TextId id, Actor actor) {
    actor.checkManages();
    Text before = get(id);
    if (before.business().isEmpty() && "en".equals(before.language())) {
      throw new NotPossible("This text is the last resort of its purpose: empty it instead.");
    }
    sql.sql("DELETE FROM document_text WHERE id = :id").param("id", id).update();
    log.note(actor.id(), TEXT, id, "text", before.body(), null);
  }
}
