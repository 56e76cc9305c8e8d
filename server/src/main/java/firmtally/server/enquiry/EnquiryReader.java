package firmtally.server.enquiry;

import firmtally.core.enquiry.AssignmentRule;
import firmtally.server.catalogue.CatalogueService;
import firmtally.server.platform.Input;
import firmtally.server.settings.SettingsService;
import java.util.List;
import java.util.Optional;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Reads enquiries, whichever way they come: typed, from a file, from the web form. */
@Component
class EnquiryReader {
  private static final int LONGEST = 160;
  private static final int FEWEST_DIGITS = 4;
  private final SettingsService settings;
  private final CatalogueService catalogue;

  EnquiryReader(SettingsService settings, CatalogueService catalogue) {
    this.settings = settings;
    this.catalogue = catalogue;
  }

  /** An enquiry that is in order. */
  record Draft(
      String name,
      String person,
      String mail,
      String phone,
      String postal,
      String town,
      String about,
      Optional<String> family,
      Optional<Money> worth,
      String source,
      String campaign) {
    AssignmentRule.Facts facts() {
      return new AssignmentRule.Facts(postal, family, source, worth);
    }
  }

  /** Reads what was typed; every problem is gathered in the input. */
  Draft read(Input input, EnquiryForm typed) {
    String reach = input.text("reach", typed.reach(), LONGEST);
    String mail = mail(reach);
    String phone = reach.replace(mail, "").replaceAll("^[\\s,;]+|[\\s,;]+$", "");
    if (!reach.isEmpty() && mail.isEmpty() && digits(phone).length() < FEWEST_DIGITS) {
      input.refuse("reach", "This is neither a mail address nor a phone number.");
    }
    return read(input, typed, mail, phone);
  }

  /** Reads what came with mail and phone apart. */
  Draft read(Input input, EnquiryForm typed, String mail, String phone) {
    input.mail("reach", mail, LONGEST);
    return new Draft(
        input.text("name", typed.name(), LONGEST),
        input.optionalText("person", typed.person(), LONGEST),
        mail,
        phone,
        input.optionalText("postal", typed.postal(), LONGEST),
        input.optionalText("town", typed.town(), LONGEST),
        input.text("about", typed.about(), LONGEST),
        family(input, typed.family()),
        input.value("worth", typed.worth(), settings::amount),
        source(input.optionalText("source", typed.source(), LONGEST)),
        input.optionalText("campaign", typed.campaign(), LONGEST));
  }

  private static String source(String typed) {
    return typed.isEmpty() ? "phone" : typed;
  }

  private Optional<String> family(Input input, String typed) {
    if (typed == null || typed.isBlank()) {
      return Optional.empty();
    }
    List<String> families = catalogue.families();
    Optional<String> found =
        families.stream().filter(f -> f.equalsIgnoreCase(typed.strip())).findFirst();
    if (found.isEmpty()) {
      input.refuse(
          "family", "This is no product family; there are " + String.join(", ", families) + ".");
    }
    return found;
  }

  private static String mail(String reach) {
    for (String part : reach.split("[\\s,;]+")) {
      if (part.indexOf('@') > 0) {
        return part;
      }
    }
    return "";
  }

  static String digits(String phone) {
    return phone.replaceAll("[^0-9]", "");
  }
}
