package firmtally.server.account;

import firmtally.server.people.Actor;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Counters;
import firmtally.server.platform.FoundIndex;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotThere;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts. */
@Service
public class AccountService {
  private static final int LONGEST = 120;
  private static final int TERMS_DAYS = 30;
  private static final int GRACE_DAYS = 5;
  private static final long WATCH = 200_000;
  private final AccountStore store;
  private final ChangeLog log;
  private final Counters counters;
  private final FoundIndex index;

  AccountService(AccountStore store, ChangeLog log, Counters counters, FoundIndex index) {
    this.store = store;
    this.log = log;
    this.counters = counters;
    this.index = index;
  }

  /** A person at an account. */
  public record Contact(long id, String name, String role, String mail, String phone) {}

  /** A new account as typed; the contact may be left blank. */
  public record AccountForm(
      String name,
      String kind,
      String trade,
      String postal,
      String town,
      String mail,
      String phone,
      String contact) {}

  public Account get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("account", id));
  }

  List<Account> page(String text, String afterName, long afterId, int most) {
    return store.page(text.strip(), afterName, afterId, most);
  }

  public List<Contact> contacts(long account) {
    return store.contacts(account);
  }

  /** Opens a prospect. */
  @Transactional
  public long open(AccountForm typed, Actor actor) {
    actor.checkSells();
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String contact = input.optionalText("contact", typed.contact(), LONGEST);
    String mail = input.optionalText("mail", typed.mail(), LONGEST);
    String phone = input.optionalText("phone", typed.phone(), LONGEST);
    if (!mail.isEmpty() && mail.indexOf('@') < 1) {
      input.refuse("mail", "A mail address has a name, an @ and a host.");
    }
    Account account =
        new Account(
            0,
            "",
            name,
            "person".equals(typed.kind()) ? "person" : "company",
            "prospect",
            input.optionalText("trade", typed.trade(), LONGEST),
            "",
            input.optionalText("postal", typed.postal(), LONGEST),
            input.optionalText("town", typed.town(), LONGEST),
            mail,
            phone,
            null,
            actor.id(),
            actor.name(),
            TERMS_DAYS,
            0,
            GRACE_DAYS,
            0,
            WATCH,
            false,
            false,
            "",
            1);
    input.check();
    long id = add(account, actor.id());
    if (!contact.isEmpty()) {
      store.insertContact(id, contact, "", mail, phone);
    }
    return id;
  }

  /** Adds an account that is known to be in order; it is given a number. */
  @Transactional
  public long add(Account a, long by) {
    String number = a.number().isEmpty() ? counters.next("A") : a.number();
    long id =
        store.insert(
            new Account(
                0,
                number,
                a.name(),
                a.kind(),
                a.standing(),
                a.trade(),
                a.street(),
                a.postal(),
                a.town(),
                a.mail(),
                a.phone(),
                a.priceGroup(),
                a.ownerId(),
                a.ownerName(),
                a.termsDays(),
                a.lateDays(),
                a.graceDays(),
                a.overdueAllowed(),
                a.watchPercent(),
                a.stopped(),
                a.orderNumberRequired(),
                a.note(),
                1));
    index.add("account", id, number, a.name() + " " + a.town());
    log.note(by, "account", id, "account opened", null, a.name());
    return id;
  }

  /** Adds a contact. */
  @Transactional
  public long addContact(long account, Contact contact) {
    return store.insertContact(
        account, contact.name(), contact.role(), contact.mail(), contact.phone());
  }

  /** A prospect becomes a customer with the first order, by itself. */
  @Transactional
  public void becomeCustomer(long id, long by) {
    Account account = get(id);
    if ("prospect".equals(account.standing())) {
      store.setStanding(id, "customer");
      log.note(by, "account", id, "standing", "prospect", "customer");
    }
  }
}
