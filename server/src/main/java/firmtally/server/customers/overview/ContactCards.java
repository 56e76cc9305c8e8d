package firmtally.server.customers.overview;

import firmtally.formats.contact.VCards;
import firmtally.formats.json.Problem;
import firmtally.server.access.Actor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.customers.account.ContactReader;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.NotThere;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Contacts as vCards: out for phones and address books, and in from them. */
@Service
public class ContactCards {
  private static final int MOST = 200;
  private final ContactStore store;
  private final AccountService accounts;
  private final Records records;

  ContactCards(ContactStore store, AccountService accounts, Records records) {
    this.store = store;
    this.accounts = accounts;
    this.records = records;
  }

  /**
   * What became of a file of vCards.
   *
   * @param known those that were there, by their name or email, and were left as they are
   * @param refused those that cannot be taken, each with its reason
   */
  public record CardsTaken(int added, List<String> known, List<String> refused) {}

  /** A contact, with the account that they are at. */
  byte[] of(ContactId id, Actor actor) {
    AccountId accountId = store.accountOf(id).orElseThrow(() -> new NotThere("contact", id));
    Account account = accounts.readable(accountId, actor);
    return VCards.write(
        accounts.contacts(accountId, actor).stream()
            .filter(contact -> contact.id().equals(id))
            .map(contact -> card(contact, account))
            .toList());
  }

  /** All contacts of an account. */
  byte[] all(AccountId id, Actor actor) {
    Account account = accounts.readable(id, actor);
    return VCards.write(
        accounts.contacts(id, actor).stream().map(contact -> card(contact, account)).toList());
  }

  private static VCards.Card card(AccountService.Contact contact, Account account) {
    return new VCards.Card(
        contact.name(),
        contact.role(),
        account.name(),
        contact.email(),
        contact.phone().isEmpty() ? account.phone() : contact.phone(),
        account.street(),
        account.postal(),
        account.town(),
        account.country());
  }

  /** Adds those of a file that are not there yet. */
  @Transactional
  public CardsTaken take(AccountId id, byte[] file, Actor actor) {
    records.checkEditable("account", id, actor);
    List<VCards.Card> cards = read(file);
    List<AccountService.Contact> there = accounts.contacts(id, actor);
    List<String> keys = new ArrayList<>();
    there.forEach(contact -> keys.addAll(keys(contact.name(), contact.email())));
    List<String> known = new ArrayList<>();
    List<String> refused = new ArrayList<>();
    int added = 0;
    for (VCards.Card card : cards) {
      List<String> own = keys(card.name(), card.email());
      if (own.stream().anyMatch(keys::contains)) {
        known.add(card.name());
        continue;
      }
      AccountService.ContactForm contact =
          new AccountService.ContactForm(
              card.name(), card.role(), card.email(), card.phone(), null, null);
      Optional<Problem> problem = ContactReader.problem(contact);
      if (problem.isPresent()) {
        refused.add(
            (card.name().isEmpty() ? "A card without a name" : card.name())
                + ": "
                + problem.get().message());
      } else {
        accounts.addContact(id, contact, actor);
        keys.addAll(own);
        added++;
      }
    }
    return new CardsTaken(added, known, refused);
  }

  private static List<VCards.Card> read(byte[] file) {
    try {
      List<VCards.Card> cards = VCards.read(file == null ? new byte[0] : file);
      if (cards.size() > MOST) {
        throw BadInput.at("file", "At most " + MOST + " contacts at once.");
      }
      return cards;
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
  }

  /** By what two contacts of an account are the same. */
  private static List<String> keys(String name, String email) {
    List<String> keys = new ArrayList<>();
    if (!name.isBlank()) {
      keys.add("name " + name.strip().toLowerCase(Locale.ROOT));
    }
    if (!email.isBlank()) {
      keys.add("email " + email.strip().toLowerCase(Locale.ROOT));
    }
    return keys;
  }
}
