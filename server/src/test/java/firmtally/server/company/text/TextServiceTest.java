package firmtally.server.company.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.web.BadInput;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Which text a paper begins as, and what its fields become. */
class TextServiceTest {
  @RegisterExtension private final TestDatabase database = new TestDatabase();
  private TextService texts;

  @BeforeEach
  void aCompanyThatWritesFrench() {
    ChangeLog log = mock(ChangeLog.class);
    texts =
        new TextService(
            database.sql(),
            new ParticularsService(
                database.sql(), mock(SettingsService.class), mock(FileService.class), log),
            new ShippedTexts(),
            log);
    database.act(
        () ->
            database
                .sql()
                .sql(
                    "INSERT INTO company (id, name, currency, language) VALUES (1, 'Reed', 'EUR', 'fr')")
                .update());
  }

  private void add(String business, String language, String body) {
    database.act(
        () ->
            texts.add(
                new TextService.NewText("quote-letter", business, language, body), Actor.SYSTEM));
  }

  private String found(String business, String language) {
    return texts.find(Purpose.QUOTE_LETTER, business, language);
  }

  @Test
  void theLanguageOfTheCustomerComesBeforeTheKindOfBusiness() {
    add("", "de", "deutsch");
    add("renewal", "fr", "français, renouvellement");
    add("", "fr", "français");
    assertThat(found("renewal", "de")).isEqualTo("deutsch");
    assertThat(found("renewal", "")).isEqualTo("français, renouvellement");
    assertThat(found("new", "")).isEqualTo("français");
    assertThat(found("new", "pl")).as("the house's own language").isEqualTo("français");
  }

  @Test
  void aRenewalsLetterSpeaksOfTheRenewalFromTheFirstDay() {
    assertThat(found("renewal", "")).contains("next term");
    assertThat(found("new", "")).contains("thank you for your enquiry");
    assertThat(found("price-rise", "")).contains("costs have risen");
  }

  @Test
  void fieldsAreFilledInAndUnknownOnesNamed() {
    Fields fields = Fields.none().with("contact", "Ann $1 Reed").with("valid until", "1 May 2027");
    assertThat(fields.fill("Dear {contact}, until { valid until }: {link}"))
        .isEqualTo("Dear Ann $1 Reed, until 1 May 2027: {link}");
    assertThat(Fields.unknown("{contact} {price} {price} {a\nb}")).containsExactly("{price}");
    assertThatThrownBy(() -> Fields.none().with("price", "1"))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> add("new", "en", "For {price}")).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> add("new", "eng", "x")).isInstanceOf(BadInput.class);
  }
}
