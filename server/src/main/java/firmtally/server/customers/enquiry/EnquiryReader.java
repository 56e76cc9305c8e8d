package firmtally.server.customers.enquiry;

import firmtally.core.enquiry.AssignmentRule;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.web.Input;
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
  private final ProductService catalogue;

  EnquiryReader(SettingsService settings, ProductService catalogue) {
    this.settings = settings;
    this.catalogue = catalogue;
  }

  /** An enquiry that is in order. */
  record Draft(
      String name,
      String person,
      String email,
      String phone,
      String postal,
      String town,
      String subject,
      Optional<String> family,
      Optional<Money> value,
      String source,
      String campaign) {
    AssignmentRule.Facts facts() {
      return new AssignmentRule.Facts(postal, family, source, value);
    }

    Likeness.Asked asked() {
      return new Likeness.Asked(name, email, phone, postal, town);
    }
  }

  /** Reads what was typed; every problem is gathered in the input. */
  Draft read(Input input, EnquiryForm typed) {
    String contactDetails = input.text("contactDetails", typed.contactDetails(), LONGEST);
    String email = email(contactDetails);
    String phone = contactDetails.replace(email, "").replaceAll("^[\\s,;]+|[\\s,;]+$", "");
    if (!contactDetails.isEmpty() && email.isEmpty() && digits(phone).length() < FEWEST_DIGITS) {
      input.refuse("contactDetails", "Enter an email address or a phone number.");
    }
    return read(input, "contactDetails", typed, email, phone);
  }

  /**
   * Reads what came with email and phone apart.
   *
   * @param at where a wrong email address is named
   */
  Draft read(Input input, String at, EnquiryForm typed, String email, String phone) {
    input.email(at, email, LONGEST);
    return new Draft(
        input.text("name", typed.name(), LONGEST),
        input.optionalText("person", typed.person(), LONGEST),
        email,
        phone,
        input.optionalText("postal", typed.postal(), LONGEST),
        input.optionalText("town", typed.town(), LONGEST),
        input.text("subject", typed.subject(), LONGEST),
        family(input, typed.family()),
        input.value("value", typed.value(), settings::amount),
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
          "family", "Product family not found; there are " + String.join(", ", families) + ".");
    }
    return found;
  }

  private static String email(String contactDetails) {
    for (String part : contactDetails.split("[\\s,;]+")) {
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
