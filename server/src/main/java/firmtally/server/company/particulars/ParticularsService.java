package firmtally.server.company.particulars;

import firmtally.formats.pdf.Thumbnail;
import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.files.Pictures;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Written;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The company's particulars, as they stand on its papers. */
@Service
public class ParticularsService {
  private static final int LONGEST = 120;
  private static final RecordId COMPANY = new RecordId(1);
  private final Sql sql;
  private static final double LEAST_CONTRAST = 4.5;
  private final SettingsService settings;
  private final FileService files;
  private final ChangeLog log;

  public ParticularsService(Sql sql, SettingsService settings, FileService files, ChangeLog log) {
    this.sql = sql;
    this.settings = settings;
    this.files = files;
    this.log = log;
  }

  /** What can be typed. */
  public record ParticularsForm(
      String name,
      String street,
      String postal,
      String town,
      String country,
      String phone,
      String email,
      String website,
      String taxId,
      String registration,
      String bank,
      String language,
      @MaybeNull String region,
      @MaybeNull String colour) {}

  /** As they are now. */
  public Particulars get() {
    return sql.sql(
            """
            SELECT name, street, postal, town, country, phone, email, website, tax_id, registration, bank, language, region, logo, logo_type, colour,
                   version
            FROM company WHERE id = 1
            """)
        .query(Particulars.class)
        .single();
  }

  /** Changes them; papers that left before stay as they are. */
  @Transactional
  public void change(long version, ParticularsForm typed, Actor actor) {
    actor.checkManages();
    Particulars before = get();
    Input input = new Input();
    ParticularsForm read =
        new ParticularsForm(
            input.text("name", typed.name(), LONGEST),
            input.optionalText("street", typed.street(), LONGEST),
            input.optionalText("postal", typed.postal(), LONGEST),
            input.optionalText("town", typed.town(), LONGEST),
            input.optionalText("country", typed.country(), LONGEST),
            input.optionalText("phone", typed.phone(), LONGEST),
            input.email("email", typed.email(), LONGEST),
            input.optionalText("website", typed.website(), LONGEST),
            input.optionalText("taxId", typed.taxId(), LONGEST),
            input.optionalText("registration", typed.registration(), LONGEST),
            input.optionalText("bank", typed.bank(), LONGEST),
            Languages.read(input, "language", typed.language()),
            region(input, typed.region()),
            colour(input, typed.colour()));
    if (read.language().isEmpty()) {
      input.refuse("language", "Required.");
    }
    input.check();
    int updated =
        sql.sql(
                """
                UPDATE company SET name = :name, street = :street, postal = :postal, town = :town, country = :country, phone = :phone,
                  email = :email, website = :website, tax_id = :taxId, registration = :registration, bank = :bank,
                  language = :language, region = :region, colour = :colour, version = version + 1
                WHERE id = 1 AND version = :version
                """)
            .paramSource(read)
            .param("version", version)
            .update();
    log.expectOne(updated, "company", COMPANY, version);
    settings.companyChanged();
    noteAll(before, read, actor);
  }

  private void noteAll(Particulars before, ParticularsForm after, Actor actor) {
    note("name", before.name(), after.name(), actor);
    note("street", before.street(), after.street(), actor);
    note("postal code", before.postal(), after.postal(), actor);
    note("town", before.town(), after.town(), actor);
    note("country", before.country(), after.country(), actor);
    note("phone", before.phone(), after.phone(), actor);
    note("email", before.email(), after.email(), actor);
    note("website", before.website(), after.website(), actor);
    note("tax ID", before.taxId(), after.taxId(), actor);
    note("registration", before.registration(), after.registration(), actor);
    note("bank", before.bank(), after.bank(), actor);
    note("language", before.language(), after.language(), actor);
    note("written as in", before.region(), after.region(), actor);
    note("colour", before.colour(), after.colour(), actor);
  }

  private void note(String what, String before, String after, Actor actor) {
    if (!before.equals(after)) {
      log.note(actor.id(), "company", COMPANY, what, before, after);
    }
  }

  private static String region(Input input, String typed) {
    String region = typed == null ? "" : typed.strip();
    if (!region.isEmpty() && !Writing.regions().contains(region)) {
      input.refuse("region", "Choose a country of the list, or none.");
    }
    return region;
  }

  /** The words of papers in a language, and how the company writes; blank for its own language. */
  public PaperWords words(String language) {
    return PaperWords.of(language.isEmpty() ? get().language() : language, Written.writing());
  }

  private static String colour(Input input, String typed) {
    String colour = typed == null ? "" : typed.strip();
    if (!colour.isEmpty() && !colour.matches("#[0-9A-Fa-f]{6}")) {
      input.refuse("colour", "Enter a colour as #0F4C5C, or leave it empty.");
    } else if (!colour.isEmpty() && contrast(colour) < LEAST_CONTRAST) {
      input.refuse("colour", "This is too light to be read on white; take a darker one.");
    }
    return colour;
  }

  /** With white, as WCAG 2.2 has it: from 1 for the same to 21 for black. */
  private static double contrast(String colour) {
    double[] weights = {0.2126, 0.7152, 0.0722};
    double luminance = 0;
    for (int i = 0; i < weights.length; i++) {
      double part = Integer.parseInt(colour.substring(1 + 2 * i, 3 + 2 * i), 16) / 255.0;
      luminance +=
          weights[i] * (part <= 0.04045 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4));
    }
    return 1.05 / (luminance + 0.05);
  }

  /** What a country proposes for a company that begins. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void found(String country, String region) {
    sql.sql("UPDATE company SET country = :country, region = :region WHERE id = 1")
        .param("country", country)
        .param("region", region)
        .update();
    settings.companyChanged();
  }

  /** In which language a company that begins writes. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void setLanguage(String language) {
    sql.sql("UPDATE company SET language = :language WHERE id = 1")
        .param("language", language)
        .update();
  }

  /** Sets the picture that stands on papers and customer pages, or takes it away. */
  @Transactional
  public void setLogo(byte[] picture, Actor actor) {
    actor.checkManages();
    String type = picture.length == 0 ? null : typeOf(picture);
    String kept = picture.length == 0 ? null : files.keep(picture);
    sql.sql(
            "UPDATE company SET logo = :logo, logo_type = :type, version = version + 1 WHERE id = 1")
        .param("logo", kept)
        .param("type", type)
        .update();
    settings.companyChanged();
    log.note(actor.id(), "company", COMPANY, "logo", null, kept == null ? "removed" : "changed");
  }

  /** A picture that no paper could show would keep every quote from being printed. */
  private static String typeOf(byte[] picture) {
    return Pictures.typeOf(picture)
        .filter(type -> Thumbnail.uri(picture).isPresent())
        .orElseThrow(() -> BadInput.at("file", "Choose a picture in PNG or JPEG."));
  }

  /** The picture, if there is one. */
  public Optional<byte[]> logo() {
    return Optional.ofNullable(get().logo()).map(files::kept);
  }
}
