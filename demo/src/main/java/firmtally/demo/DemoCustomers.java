package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.customer.access.PageAccessService;
import firmtally.server.customer.access.Visitor;
import firmtally.server.customer.question.QuestionService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.QuestionId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Customers who have a customer page, and what two of them asked there. */
@Component
class DemoCustomers {
  private static final int WITH_A_PAGE = 4;
  private final AccountService accounts;
  private final PageAccessService access;
  private final QuestionService questions;

  DemoCustomers(AccountService accounts, PageAccessService access, QuestionService questions) {
    this.accounts = accounts;
    this.access = access;
    this.questions = questions;
  }

  void ask(List<AccountId> ids, Actor manager) {
    int asked = 0;
    for (AccountId id : ids.subList(0, WITH_A_PAGE)) {
      Account account = accounts.readable(id, Actor.SYSTEM);
      for (AccountService.Contact contact : accounts.contacts(id, Actor.SYSTEM)) {
        if (contact.email().isEmpty()) {
          continue;
        }
        access.invite(id, contact.id(), manager);
        Visitor visitor =
            new Visitor(contact.id(), contact.name(), contact.email(), id, account.name());
        if (asked == 0) {
          QuestionId first =
              questions.ask(visitor, "", "Can the bench scales be calibrated at our site?");
          questions.answer(
              id, first, "Yes, our technician comes with test weights up to 60 kg.", manager);
        }
        if (asked == 1) {
          questions.ask(visitor, "", "Do you have a stand for the floor scale in stainless steel?");
        }
        asked++;
        break;
      }
    }
  }
}
