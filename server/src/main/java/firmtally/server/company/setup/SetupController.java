package firmtally.server.company.setup;

import firmtally.core.money.Currencies;
import firmtally.server.access.Open;
import firmtally.server.company.SettingsService;
import firmtally.server.company.text.TextService;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The first visit. */
@RestController
@RequestMapping("/api/setup")
class SetupController {
  private final SetupService setup;
  private final SettingsService settings;
  private final Countries countries;
  private final TextService texts;
  private final SetupCode code;

  SetupController(
      SetupService setup,
      SettingsService settings,
      Countries countries,
      TextService texts,
      SetupCode code) {
    this.setup = setup;
    this.settings = settings;
    this.countries = countries;
    this.texts = texts;
    this.code = code;
  }

  /**
   * What there is to choose from.
   *
   * @param countries those for which currency and taxes are proposed
   */
  record SetupChoices(
      List<String> currencies,
      List<String> timeZones,
      List<Countries.Country> countries,
      List<TextService.TextLanguage> languages) {}

  /**
   * What the first visit sets up.
   *
   * @param code the one that the server printed when it started
   * @param country its taxes are set up; blank for none of those that are known
   * @param language of letters and papers, by its two letters; blank for English
   * @param timeZone in which the company's days begin; blank for the server's
   */
  record FirstVisit(
      String code,
      String company,
      @MaybeNull String country,
      @MaybeNull String language,
      String currency,
      @MaybeNull String timeZone,
      String name,
      String email,
      String login,
      String password) {
    SetupService.Setup setup() {
      return new SetupService.Setup(
          company, country, language, currency, timeZone, name, email, login, password);
    }
  }

  @Open("The company is not set up yet.")
  @GetMapping
  SetupChoices choices() {
    return new SetupChoices(
        Currencies.codes(), SettingsService.timeZones(), countries.all(), texts.languages());
  }

  @Open("The first visit sets the company up; it is refused ever after.")
  @PostMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @BodyLimit(kib = 64, seconds = 5, perMinute = 20)
  void setUp(@RequestBody FirstVisit typed) {
    if (!settings.isSetUp() && !code.fits(typed.code())) {
      throw BadInput.at("code", "This is not the code that the server printed when it started.");
    }
    setup.setUp(typed.setup());
  }
}
