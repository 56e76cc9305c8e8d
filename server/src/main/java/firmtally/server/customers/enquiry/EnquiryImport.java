package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Input;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Files of enquiries. Nobody sees one before all of its file is there: they are given out by the
 * assignment rules, and whoever is given one would begin with it.
 */
@Component
class EnquiryImport implements ImportKind<EnquiryReader.Draft> {
  private static final int AT_A_TIME = 50;
  private final EnquiryImportStore store;
  private final EnquiryService enquiries;
  private final EnquiryReader reader;
  private final Likeness likeness;
  private final AssignmentService assignment;
  private final SearchIndex index;
  private final PhoneIndex phones;

  EnquiryImport(
      EnquiryImportStore store,
      EnquiryService enquiries,
      EnquiryReader reader,
      Likeness likeness,
      AssignmentService assignment,
      SearchIndex index,
      PhoneIndex phones) {
    this.store = store;
    this.enquiries = enquiries;
    this.reader = reader;
    this.likeness = likeness;
    this.assignment = assignment;
    this.index = index;
    this.phones = phones;
  }

  @Override
  public About about() {
    return new About("enquiries", "enquiry", 5, "enquiry");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed(
            "name",
            "Company or name",
            "company",
            "account",
            "customer",
            "firm",
            "organisation",
            "who"),
        ImportField.needed(
            "subject", "Subject", "about", "what", "message", "request", "interest", "topic"),
        ImportField.optional("email", "Email", "mail", "emailaddress", "mailaddress"),
        ImportField.optional("phone", "Phone", "telephone", "tel", "mobile", "phonenumber"),
        ImportField.optional("person", "Contact", "contactperson", "contactname"),
        ImportField.optional("postal", "Postal code", "postcode", "zip", "zipcode"),
        ImportField.optional("town", "Town", "city", "place"),
        ImportField.optional("family", "Product family", "family", "product"),
        ImportField.optional(
            "value", "Estimated value", "value", "worth", "amount", "size", "budget"),
        ImportField.optional("source", "Source", "heardofus", "heardby", "origin").perFile(),
        ImportField.optional("campaign", "Campaign", "action").perFile());
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().sells();
  }

  @Override
  public void checkMatched(Set<String> fields, Input input) {
    if (!fields.contains("email") && !fields.contains("phone")) {
      input.refuse("email", "Choose the column with the email address or phone number.");
    }
  }

  @Override
  public Removal removal() {
    return Removal.of("enquiry_row", "r.number || ' ' || r.name")
        .with("enquiry_assignment", "enquiry_id");
  }

  @Override
  public Reading<EnquiryReader.Draft> reading(Actor actor) {
    return new EnquiryReading(actor);
  }

  /** Some more of a file that was taken are put where they are found. */
  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean settleSome(ImportId of) {
    List<EnquiryImportStore.Words> some = store.notFound(of, AT_A_TIME);
    for (EnquiryImportStore.Words words : some) {
      index.add("enquiry", words.id(), words.number(), words.name() + " " + words.subject());
      phones.add("enquiry", words.id(), words.phone());
    }
    if (!some.isEmpty()) {
      store.setFoundTo(of, some.get(some.size() - 1).id());
    }
    return !some.isEmpty();
  }

  /** One file. */
  private final class EnquiryReading implements Reading<EnquiryReader.Draft> {
    private final Actor actor;
    private final AssignmentService.Turns turns = assignment.turns();

    EnquiryReading(Actor actor) {
      this.actor = actor;
    }

    @Override
    public Optional<EnquiryReader.Draft> read(ImportRow row, Input input) {
      String email = row.at("email");
      String phone = row.at("phone");
      if (email.isEmpty() && phone.isEmpty()) {
        input.refuse("email", "Enter an email address or a phone number.");
      }
      EnquiryForm form =
          new EnquiryForm(
              row.at("name"),
              "",
              row.at("subject"),
              row.at("person"),
              row.at("postal"),
              row.at("town"),
              row.at("family"),
              row.at("value"),
              row.at("source"),
              row.at("campaign"),
              null);
      EnquiryReader.Draft draft = reader.read(input, "email", form, email, phone);
      return input.problems().isEmpty() ? Optional.of(draft) : Optional.empty();
    }

    @Override
    public Outcome outcome(EnquiryReader.Draft draft) {
      return new Outcome(Effect.ADDED, draft.name(), "");
    }

    @Override
    public Optional<String> key(EnquiryReader.Draft draft) {
      return Optional.of(
          draft.email().isEmpty()
              ? EnquiryReader.digits(draft.phone())
              : draft.email().toLowerCase(Locale.ROOT));
    }

    @Override
    public List<Optional<Known>> known(List<EnquiryReader.Draft> drafts) {
      return likeness.find(drafts.stream().map(EnquiryReader.Draft::asked).toList()).stream()
          .map(
              alike ->
                  alike.stream()
                      .findFirst()
                      .map(like -> new Known(like.number() + " " + like.name(), like.why())))
          .toList();
    }

    @Override
    public List<Written> write(List<EnquiryReader.Draft> drafts, ImportId of) {
      return drafts.stream()
          .map(
              draft ->
                  new Written(
                      enquiries.stage(draft, turns.next(draft.facts()), of, actor).id(), null))
          .toList();
    }

    @Override
    public void end() {
      turns.keep();
    }
  }
}
