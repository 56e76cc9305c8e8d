package firmtally.server.company;

import firmtally.core.money.Currencies;
import firmtally.server.access.Open;
import firmtally.server.platform.database.StorageState;
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

/** The first visit, and what every screen needs to know of the company. */
@RestController
@RequestMapping("/api")
class CompanyController {
  private final SettingsService settings;
  private final SetupCode code;
  private final StorageState storage;

  CompanyController(SettingsService settings, SetupCode code, StorageState storage) {
    this.settings = settings;
    this.code = code;
    this.storage = storage;
  }

  record SetupChoices(List<String> currencies, List<String> timeZones) {}

  record CompanyView(String name, String currency, int minorDigits) {}

  /**
   * What the first visit sets up.
   *
   * @param code the one that the server printed when it started
   * @param timeZone in which the company's days begin; blank for the server's
   */
  record FirstVisit(
      String code,
      String company,
      String currency,
      @MaybeNull String timeZone,
      String name,
      String email,
      String login,
      String password) {
    SettingsService.Setup setup() {
      return new SettingsService.Setup(company, currency, timeZone, name, email, login, password);
    }
  }

  @Open("The company is not set up yet.")
  @GetMapping("/setup")
  SetupChoices choices() {
    return new SetupChoices(Currencies.codes(), SettingsService.timeZones());
  }

  @Open("The first visit sets the company up; it is refused ever after.")
  @PostMapping("/setup")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @BodyLimit(kib = 64, seconds = 5, perMinute = 20)
  void setUp(@RequestBody FirstVisit typed) {
    if (!settings.isSetUp() && !code.fits(typed.code())) {
      throw BadInput.at("code", "This is not the code that the server printed when it started.");
    }
    settings.setUp(typed.setup());
  }

  /**
   * Whether what is changed can be kept.
   *
   * @param words what keeps it from being kept; null for nothing
   */
  record Storage(@MaybeNull String words) {}

  @Open("Every screen says so when nothing can be kept; it tells nothing of the company.")
  @GetMapping("/storage")
  Storage storage() {
    return new Storage(storage.words().orElse(null));
  }

  @Open("Every screen writes the name and the currency of the company.")
  @GetMapping("/company")
  CompanyView company() {
    SettingsService.Company company = settings.company();
    return new CompanyView(
        company.name(), company.currency().getCode(), company.currency().getDecimalPlaces());
  }
}
