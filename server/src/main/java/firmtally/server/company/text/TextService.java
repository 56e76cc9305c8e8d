package firmtally.server.company.text;

import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.company.particulars.Languages;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.TextId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
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
  private final ShippedTexts shipped;
  private final ChangeLog log;

  TextService(Sql sql, ParticularsService particulars, ShippedTexts shipped, ChangeLog log) {
    this.sql = sql;
    this.particulars = particulars;
    this.shipped = shipped;
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

  /**
   * A language that customers are written to in.
   *
   * @param words whether papers have words in it; else they are English around its texts
   * @param shipped whether there are texts in it to begin with
   * @param texts how many there are in it now
   */
  public record TextLanguage(
      String code, String name, boolean words, boolean shipped, long texts) {}

  /** The languages that there are words or texts in, by their names. */
  public List<TextLanguage> languages() {
    List<Text> all = list();
    return Stream.of(
            PaperWords.LANGUAGES.stream(),
            shipped.languages().stream(),
            all.stream().map(Text::language))
        .flatMap(codes -> codes)
        .distinct()
        .map(
            code ->
                new TextLanguage(
                    code,
                    Locale.forLanguageTag(code).getDisplayLanguage(Locale.ENGLISH),
                    PaperWords.LANGUAGES.contains(code),
                    shipped.languages().contains(code),
                    all.stream().filter(text -> text.language().equals(code)).count()))
        .sorted(Comparator.comparing(TextLanguage::name))
        .toList();
  }

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

  /** Whether these are the words of a text for a purpose, whatever its business and language. */
  public boolean isText(Purpose purpose, String body) {
    return list().stream()
        .anyMatch(text -> text.purpose().equals(purpose.word()) && text.body().equals(body));
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
    return insert(new NewText(typed.purpose(), business, language, body), actor);
  }

  private TextId insert(NewText text, Actor actor) {
    TextId id =
        sql.sql(
                """
                INSERT INTO document_text (purpose, business, language, body)
                VALUES (:purpose, :business, :language, :body) RETURNING id
                """)
            .paramSource(text)
            .query(TextId.class)
            .single();
    log.note(actor.id(), TEXT, id, "text", null, text.body());
    return id;
  }

  /** Adds the texts to begin with in a language; those that are there stay as they are. */
  @Transactional
  public int begin(String language, Actor actor) {
    actor.checkManages();
    if (!shipped.languages().contains(language)) {
      throw BadInput.at(
          "language", "There are texts to begin with in " + named(shipped.languages()) + ".");
    }
    return found(language, actor);
  }

  private static String named(List<String> languages) {
    return languages.stream()
        .map(code -> Locale.forLanguageTag(code).getDisplayLanguage(Locale.ENGLISH))
        .collect(Collectors.joining(" and "));
  }

  /** The same for a company that begins. */
  @Transactional(propagation = Propagation.MANDATORY)
  public int found(String language, Actor actor) {
    Set<String> there =
        list().stream()
            .filter(text -> text.language().equals(language))
            .map(text -> text.purpose() + " " + text.business())
            .collect(Collectors.toSet());
    List<ShippedTexts.Shipped> missing =
        shipped.in(language).stream()
            .filter(text -> !there.contains(text.purpose() + " " + text.business()))
            .toList();
    missing.forEach(
        text -> insert(new NewText(text.purpose(), text.business(), language, text.body()), actor));
    return missing.size();
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
