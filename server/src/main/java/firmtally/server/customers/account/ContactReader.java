package firmtally.server.customers.account;

import firmtally.formats.json.Problem;
import firmtally.server.customers.account.AccountService.Contact;
import firmtally.server.customers.account.AccountService.ContactForm;
import firmtally.server.platform.web.Input;
import java.util.Optional;
import java.util.Set;

/** Reads contacts as they are typed. */
public final class ContactReader {
  private static final int LONGEST = 120;
  private static final Set<String> CHANNELS = Set.of("phone", "email", "visit");

  private ContactReader() {}

  /** What would be refused of a contact first; empty where it is in order. */
  public static Optional<Problem> problem(ContactForm typed) {
    Input input = new Input();
    read(input, typed);
    return input.problems().list().stream().findFirst();
  }

  static ContactForm read(Input input, ContactForm typed) {
    return new ContactForm(
        input.text("name", typed.name(), LONGEST),
        input.optionalText("role", typed.role(), LONGEST),
        input.email("email", typed.email(), LONGEST),
        input.optionalText("phone", typed.phone(), LONGEST),
        input.oneOf("channel", typed.channel(), CHANNELS).orElse(""),
        input.optionalText("hours", typed.hours(), LONGEST));
  }

  static String words(Contact c) {
    return String.join(" ", c.name(), c.role(), c.email(), c.phone()).strip();
  }

  static String words(ContactForm c) {
    return String.join(" ", c.name(), c.role(), c.email(), c.phone()).strip();
  }
}
