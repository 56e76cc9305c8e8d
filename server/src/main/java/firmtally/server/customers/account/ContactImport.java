package firmtally.server.customers.account;

import firmtally.server.access.Actor;
import firmtally.server.customers.account.AccountService.Contact;
import firmtally.server.customers.account.AccountService.ContactForm;
import firmtally.server.importing.ImportField;
import firmtally.server.importing.ImportKind;
import firmtally.server.importing.ImportRow;
import firmtally.server.importing.Removal;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Files of contacts: known by their account, and there by their email address or name. */
@Component
class ContactImport implements ImportKind<ContactImport.Draft> {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private final AccountService accounts;
  private final AccountNames names;
  private final AccountStore store;
  private final Records records;

  ContactImport(AccountService accounts, AccountNames names, AccountStore store, Records records) {
    this.accounts = accounts;
    this.names = names;
    this.store = store;
    this.records = records;
  }

  /** A contact of a file. */
  record Draft(Account account, Optional<Contact> before, ContactForm form) {}

  /** A contact as it was. */
  record Kept(AccountId account, ContactForm form) {}

  @Override
  public About about() {
    return new About("contacts", "contact", 4, "contact");
  }

  @Override
  public List<ImportField> fields() {
    return List.of(
        ImportField.needed("account", "Account", "accountnumber", "company", "customer")
            .hint("its number or name"),
        ImportField.needed("name", "Name", "contact", "contactname", "person"),
        ImportField.optional("role", "Role", "position", "jobtitle", "function"),
        ImportField.optional("email", "Email", "mail", "emailaddress"),
        ImportField.optional("phone", "Phone", "telephone", "tel", "mobile", "phonenumber"),
        ImportField.optional("channel", "Preferred channel").hint("phone, email or visit"),
        ImportField.optional("hours", "Reachable"));
  }

  @Override
  public boolean isFor(Actor actor) {
    return actor.roles().sells();
  }

  @Override
  public Removal removal() {
    return Removal.of("contact", "r.name");
  }

  @Override
  public Reading<Draft> reading(Actor actor) {
    return new ContactReading(actor);
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void restore(List<Before> before, Actor actor) {
    for (Before one : before) {
      Kept kept = JSON.readValue(one.form(), Kept.class);
      ContactId id = new ContactId(one.id().value());
      store.contacts(kept.account()).stream()
          .filter(contact -> contact.id().equals(id))
          .findFirst()
          .ifPresent(
              now ->
                  accounts.changeContact(
                      kept.account(), id, now.version(), kept.form(), Actor.SYSTEM));
    }
  }

  private static ContactForm form(Contact c) {
    return new ContactForm(c.name(), c.role(), c.email(), c.phone(), c.channel(), c.hours());
  }

  /** One file. */
  private final class ContactReading implements Reading<Draft> {
    private final Actor actor;
    private final Set<ContactId> seen = new HashSet<>();

    ContactReading(Actor actor) {
      this.actor = actor;
    }

    @Override
    public Optional<Draft> read(ImportRow row, Input input) {
      Optional<Account> account = names.named(input, "account", row.at("account"));
      Optional<Contact> before = account.flatMap(a -> before(a, row));
      ContactForm was =
          before.map(ContactImport::form).orElse(new ContactForm("", "", "", "", "", ""));
      ContactForm form =
          ContactReader.read(
              input,
              new ContactForm(
                  row.at("name"),
                  row.or("role", was.role()),
                  row.or("email", was.email()),
                  row.or("phone", was.phone()),
                  row.or("channel", was.channel()),
                  row.or("hours", was.hours())));
      before.ifPresent(
          contact -> {
            if (!seen.add(contact.id())) {
              input.refuse("name", "Another row is about " + contact.name() + " as well.");
            }
          });
      if (account.isPresent() && !records.isEditable("account", account.get().id(), actor)) {
        input.refuse("account", "This account belongs to " + account.get().ownerName() + ".");
      }
      return input.problems().isEmpty()
          ? account.map(a -> new Draft(a, before, form))
          : Optional.empty();
    }

    private Optional<Contact> before(Account account, ImportRow row) {
      List<Contact> contacts = store.contacts(account.id());
      Optional<Contact> byEmail =
          contacts.stream()
              .filter(c -> !c.email().isEmpty() && c.email().equalsIgnoreCase(row.at("email")))
              .findFirst();
      return byEmail.or(
          () ->
              contacts.stream().filter(c -> c.name().equalsIgnoreCase(row.at("name"))).findFirst());
    }

    @Override
    public Outcome outcome(Draft draft) {
      String name = draft.form().name() + ", " + draft.account().name();
      if (draft.before().isEmpty()) {
        return new Outcome(Effect.ADDED, name, "");
      }
      ContactForm was = form(draft.before().get());
      List<String> what = new ArrayList<>();
      differs(what, "name", was.name(), draft.form().name());
      differs(what, "role", was.role(), draft.form().role());
      differs(what, "email", was.email(), draft.form().email());
      differs(what, "phone", was.phone(), draft.form().phone());
      differs(what, "preferred channel", was.channel(), draft.form().channel());
      differs(what, "reachable", was.hours(), draft.form().hours());
      return new Outcome(
          what.isEmpty() ? Effect.SAME : Effect.CHANGED, name, String.join(", ", what));
    }

    private static void differs(List<String> what, String field, String before, String after) {
      if (!before.equals(after)) {
        what.add(field);
      }
    }

    @Override
    public Optional<String> key(Draft draft) {
      String who = draft.form().email().isEmpty() ? draft.form().name() : draft.form().email();
      return Optional.of(draft.account().id() + " " + who.toLowerCase(Locale.ROOT));
    }

    @Override
    public List<Written> write(List<Draft> drafts, ImportId of) {
      List<Written> written = new ArrayList<>();
      for (Draft draft : drafts) {
        AccountId account = draft.account().id();
        if (draft.before().isPresent()) {
          Contact before = draft.before().get();
          accounts.changeContact(account, before.id(), before.version(), draft.form(), actor);
          written.add(
              new Written(before.id(), JSON.writeValueAsString(new Kept(account, form(before)))));
        } else {
          written.add(new Written(accounts.addContact(account, draft.form(), actor), null));
        }
      }
      return written;
    }
  }
}
