package firmtally.server.company;

import firmtally.core.money.Currencies;
import firmtally.server.access.Open;
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

  CompanyController(SettingsService settings) {
    this.settings = settings;
  }

  record SetupChoices(List<String> currencies) {}

  record CompanyView(String name, String currency, int minorDigits) {}

  @Open("Nobody is set up yet.")
  @GetMapping("/setup")
  SetupChoices choices() {
    return new SetupChoices(Currencies.codes());
  }

  @Open("The first visit sets the company up; it is refused ever after.")
  @PostMapping("/setup")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setUp(@RequestBody SettingsService.Setup typed) {
    settings.setUp(typed);
  }

  @Open("Every screen writes the name and the currency of the company.")
  @GetMapping("/company")
  CompanyView company() {
    SettingsService.Company company = settings.company();
    return new CompanyView(
        company.name(), company.currency().getCode(), company.currency().getDecimalPlaces());
  }
}
