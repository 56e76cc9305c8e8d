package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes an opportunity of an enquiry, with nothing typed again. */
@Service
public class ConversionService {
  private final EnquiryService enquiries;
  private final AccountService accounts;
  private final OpportunityService opportunities;
  private final UserService people;

  ConversionService(
      EnquiryService enquiries,
      AccountService accounts,
      OpportunityService opportunities,
      UserService people) {
    this.enquiries = enquiries;
    this.accounts = accounts;
    this.opportunities = opportunities;
    this.people = people;
  }

  /**
   * How an enquiry is converted: joined to an account and contact that exist, or both made from
   * what is typed here.
   */
  public record ConvertForm(
      @MaybeNull AccountId accountId,
      @MaybeNull ContactId contactId,
      @MaybeNull ProcessId processId,
      String title,
      @MaybeNull String name,
      @MaybeNull String kind,
      @MaybeNull String industry,
      @MaybeNull String postal,
      @MaybeNull String town,
      @MaybeNull String person,
      @MaybeNull String email,
      @MaybeNull String phone) {}

  /**
   * Converts an enquiry: an account and contact are made, or existing ones joined, and the
   * opportunity opened with nothing typed again. It belongs to whose the enquiry is.
   *
   * @return the opportunity's id
   */
  @Transactional
  public OpportunityId convert(EnquiryId id, ConvertForm changed, Actor actor) {
    actor.checkSells();
    Enquiry enquiry = enquiries.open(id, actor);
    ConvertForm typed = filled(changed, enquiry);
    Actor owner = enquiry.ownerId().equals(actor.id()) ? actor : people.get(enquiry.ownerId());
    AccountId account =
        typed.accountId() == null
            ? accounts.open(account(typed), owner)
            : accounts.readable(typed.accountId(), actor).id();
    Optional<ContactId> contact = contact(typed, account, actor);
    enquiries.converted(enquiry, account, actor);
    // What the enquiry was thought to be worth is what the customer will hardly go beyond.
    return opportunities.open(
        Opening.of(account, typed.title(), "new")
            .with(Optional.ofNullable(typed.processId()), contact)
            .from(Optional.of(id), enquiry.source(), enquiry.campaign())
            .within(Optional.ofNullable(enquiry.value())),
        owner);
  }

  /** What was left out stands on the enquiry. */
  private static ConvertForm filled(ConvertForm typed, Enquiry enquiry) {
    return new ConvertForm(
        typed.accountId(),
        typed.contactId(),
        typed.processId(),
        either(typed.title(), enquiry.subject()),
        either(typed.name(), enquiry.name()),
        either(typed.kind(), "company"),
        typed.industry(),
        either(typed.postal(), enquiry.postal()),
        either(typed.town(), enquiry.town()),
        either(typed.person(), enquiry.person()),
        either(typed.email(), enquiry.email()),
        either(typed.phone(), enquiry.phone()));
  }

  private static String either(String typed, String known) {
    return typed == null ? known : typed;
  }

  private Optional<ContactId> contact(ConvertForm typed, AccountId account, Actor actor) {
    if (typed.contactId() != null) {
      return Optional.of(typed.contactId());
    }
    List<AccountService.Contact> known = accounts.contacts(account, actor);
    String person = typed.person() == null ? "" : typed.person().strip();
    if (person.isEmpty()) {
      return Optional.empty();
    }
    return known.stream()
        .filter(c -> c.name().equalsIgnoreCase(person))
        .map(AccountService.Contact::id)
        .findFirst()
        .or(
            () ->
                Optional.of(
                    accounts.addContact(
                        account,
                        new AccountService.ContactForm(
                            person, "", typed.email(), typed.phone(), "", ""),
                        actor)));
  }

  private static AccountService.AccountForm account(ConvertForm typed) {
    return new AccountService.AccountForm(
        typed.name(),
        typed.kind(),
        typed.industry(),
        "",
        typed.postal(),
        typed.town(),
        typed.email(),
        typed.phone(),
        typed.person());
  }
}
