package firmtally.server.company;

import firmtally.server.access.Open;
import firmtally.server.company.days.WorkingDays;
import firmtally.server.company.days.WorkingDaysService;
import firmtally.server.platform.database.StorageState;
import firmtally.server.platform.web.MaybeNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What every screen needs to know of the company. */
@RestController
@RequestMapping("/api")
class CompanyController {
  private final SettingsService settings;
  private final WorkingDaysService days;
  private final StorageState storage;

  CompanyController(SettingsService settings, WorkingDaysService days, StorageState storage) {
    this.settings = settings;
    this.days = days;
    this.storage = storage;
  }

  /**
   * The company, as every screen knows it.
   *
   * @param silentDays so many days without contact make an opportunity silent
   * @param expiringDays so many days before a quote expires it is named
   */
  record CompanyView(
      String name, String currency, int minorDigits, int silentDays, int expiringDays) {}

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
    WorkingDays now = days.get();
    return new CompanyView(
        company.name(),
        company.currency().getCode(),
        company.currency().getDecimalPlaces(),
        now.silent(),
        now.expiring());
  }
}
