package firmtally.server.customers.overview;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.CallListId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** A contact's own page: who it is, and all that one sees of what was done with them. */
@RestController
@RequestMapping("/api/contacts")
class ContactController {
  private final ContactStore store;
  private final AccountService accounts;
  private final SettingsService settings;

  ContactController(ContactStore store, AccountService accounts, SettingsService settings) {
    this.store = store;
    this.accounts = accounts;
    this.settings = settings;
  }

  /**
   * An opportunity that a contact has to do with.
   *
   * @param isMain whether it is with them
   * @param roles what else they are in it; null for nothing
   */
  record WithThem(
      OpportunityId id,
      String number,
      String title,
      String state,
      String stage,
      LocalDate expectedClose,
      @MaybeNull LocalDate closedOn,
      String value,
      String owner,
      boolean isMain,
      @MaybeNull String roles) {}

  /** An enquiry that came from their mail address. */
  record FromThem(
      EnquiryId id, String number, String subject, String state, Instant addedAt, String owner) {}

  /** A call of a call list. */
  record Called(
      CallListId listId,
      String name,
      String campaign,
      String outcome,
      String words,
      Instant at,
      String person) {}

  /**
   * A contact's page.
   *
   * @param others who else is at the account
   */
  record ContactPage(
      AccountService.Contact contact,
      AccountId accountId,
      String account,
      String accountNumber,
      String town,
      String owner,
      boolean mayChange,
      List<AccountService.Contact> others,
      List<WithThem> opportunities,
      List<FromThem> enquiries,
      List<Called> calls) {}

  @GetMapping("/{id}")
  ContactPage contact(@PathVariable ContactId id, @SignedIn Actor actor) {
    AccountId accountId = store.accountOf(id).orElseThrow(() -> new NotThere("contact", id));
    Account account = accounts.readable(accountId, actor);
    List<AccountService.Contact> all = accounts.contacts(accountId, actor);
    return new ContactPage(
        all.stream().filter(c -> c.id().equals(id)).findFirst().orElseThrow(),
        accountId,
        account.name(),
        account.number(),
        account.town(),
        account.ownerName(),
        actor.mayChange(account.owner()),
        all.stream().filter(c -> !c.id().equals(id)).toList(),
        store.opportunities(id, actor, settings.amounts()),
        store.enquiries(id, actor),
        store.calls(id, actor));
  }
}
