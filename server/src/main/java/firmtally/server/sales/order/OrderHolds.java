package firmtally.server.sales.order;

import firmtally.core.credit.CreditCheck;
import firmtally.core.credit.CreditReason;
import firmtally.core.money.Texts;
import firmtally.core.ordering.Release;
import firmtally.core.ordering.Supply;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.approval.Approval;
import firmtally.server.sales.approval.ApprovalService;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.sales.quote.Quote;
import firmtally.server.sales.quote.QuoteService;
import firmtally.server.sales.quote.SignOffCover;
import firmtally.server.worksheet.calculation.Calculation;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Why an order is held, in words, and who answers it. */
@Component
class OrderHolds {
  private final ApprovalService approvals;
  private final AccountService accounts;
  private final CreditService credit;
  private final QuoteService quotes;

  OrderHolds(
      ApprovalService approvals,
      AccountService accounts,
      CreditService credit,
      QuoteService quotes) {
    this.approvals = approvals;
    this.accounts = accounts;
    this.credit = credit;
    this.quotes = quotes;
  }

  /** What an order is judged by. */
  record Judged(Order order, Calculation ordered, CreditCheck credit, Release release) {}

  /** Looks at an order as it stands now. */
  Judged judge(Order order, Calculation ordered) {
    Account account = accounts.readable(order.accountId(), Actor.SYSTEM);
    CreditCheck check =
        credit.check(account.id(), Optional.of(ordered.asked()), order.terms().depositPercent());
    Set<Release.Hold> causes = EnumSet.noneOf(Release.Hold.class);
    if (needsSignOff(order, ordered)) {
      causes.add(Release.Hold.MARGIN);
    }
    if (late(ordered).isPresent()) {
      causes.add(Release.Hold.STOCK);
    }
    if (order.terms().termsDays() > account.termsDays()) {
      causes.add(Release.Hold.TERMS);
    }
    if (account.poNumberRequired() && order.terms().poNumber() == null) {
      causes.add(Release.Hold.PO_NUMBER);
    }
    return new Judged(order, ordered, check, Release.of(check, causes));
  }

  /** Whether a sign-off is needed that neither the quote nor the order was given. */
  private boolean needsSignOff(Order order, Calculation ordered) {
    if (!ordered.signOff().needed()) {
      return false;
    }
    boolean isGiven =
        approvals.given(order.id()).stream().anyMatch(yes -> SignOffCover.of(yes, ordered).holds());
    return !isGiven
        && Optional.ofNullable(order.document().followsId())
            .map(id -> quotes.readable(id, Actor.SYSTEM))
            .map(quote -> quotes.needsSignOff(quote, ordered))
            .orElse(true);
  }

  /** The first line that cannot be there when the customer wants it. */
  private static Optional<Supply> late(Calculation ordered) {
    return ordered.supplies().stream().filter(Supply::late).findFirst();
  }

  /**
   * Asks for what holds an order and was not asked yet, and clears what no longer does.
   *
   * @return whether nothing holds it
   */
  boolean settle(Judged judged, Actor asker) {
    List<Approval> standing = approvals.standing(judged.order().id());
    Set<String> holds =
        judged.release().holds().stream().map(Texts::word).collect(Collectors.toSet());
    for (Approval approval : standing) {
      if (!holds.contains(approval.reason())) {
        approvals.clear(judged.order().id(), approval.reason(), gone(approval), Actor.SYSTEM);
      }
    }
    for (Release.Hold hold : judged.release().holds()) {
      boolean isAsked = standing.stream().anyMatch(a -> a.reason().equals(Texts.word(hold)));
      boolean isAnswered = isReleasedBefore(judged, hold);
      if (!isAsked && !isAnswered) {
        approvals.ask(asked(hold, judged), asker);
      }
    }
    return approvals.standing(judged.order().id()).isEmpty();
  }

  /** What was released stays released while the order is as it was; a margin is judged anew. */
  private boolean isReleasedBefore(Judged judged, Release.Hold hold) {
    return hold != Release.Hold.MARGIN
        && approvals.of(judged.order().id()).stream()
            .filter(a -> a.reason().equals(Texts.word(hold)))
            .reduce((first, last) -> last)
            .filter(a -> "yes".equals(a.answer()))
            .filter(a -> a.worksheetVersion() == judged.ordered().version())
            .isPresent();
  }

  private static String gone(Approval approval) {
    return switch (Release.Hold.valueOf(
        approval.reason().toUpperCase(Locale.ROOT).replace('-', '_'))) {
      case MARGIN -> "No sign-off is needed any more.";
      case CREDIT -> "The credit check is clear.";
      case STOCK -> "It can be there when it is wanted.";
      case TERMS -> "It is to be paid within the account's terms.";
      case PO_NUMBER -> "The PO number is there.";
    };
  }

  private static ApprovalService.Asked asked(Release.Hold hold, Judged judged) {
    return ApprovalService.Asked.of(
        ApprovalService.HOLD,
        judged.order().id(),
        Texts.word(hold),
        switch (hold) {
          case MARGIN -> judged.ordered().signOff().role().orElse(Role.MANAGER.word());
          case STOCK -> Role.MANAGER.word();
          case CREDIT, TERMS -> Role.CREDIT_CONTROLLER.word();
          case PO_NUMBER -> Role.REP.word();
        },
        words(hold, judged),
        "",
        judged.ordered().version(),
        hold == Release.Hold.MARGIN
            ? Optional.of(WorksheetDocument.write(judged.ordered().question()))
            : Optional.empty());
  }

  private static String words(Release.Hold hold, Judged judged) {
    return switch (hold) {
      case MARGIN -> "Sign-off needed: " + judged.ordered().signOffWords();
      case CREDIT ->
          "Credit check: "
              + Texts.word(judged.credit().verdict())
              + ": "
              + judged.credit().reasons().stream()
                  .map(reason -> words(reason, judged.credit()))
                  .collect(Collectors.joining(", "));
      case STOCK ->
          "Stock: not everything can be there when it is wanted, the last by "
              + late(judged.ordered()).map(s -> Written.day(s.readyOn())).orElse("");
      case TERMS ->
          "Payment within "
              + judged.order().terms().termsDays()
              + " days, which is longer than the account's terms";
      case PO_NUMBER -> "PO number required, and there is none yet";
    };
  }

  private static String words(CreditReason reason, CreditCheck credit) {
    return switch (reason) {
      case STOPPED -> "the account is stopped";
      case OVERDUE ->
          Written.amount(credit.overdue())
              + " is overdue, the oldest by "
              + credit.oldestOverdueDays()
              + " days";
      case OVER_LIMIT ->
          "available credit after this order "
              + Written.amount(credit.headroomAfter())
              + credit
                  .earliestClear()
                  .map(day -> ", within the limit from " + Written.day(day))
                  .orElse(", not within the limit for a year");
      case NEAR_LIMIT ->
          "available credit after this order only " + Written.amount(credit.headroomAfter());
    };
  }

  /** Whether a quote was the way to an order, for its terms. */
  Optional<Quote> quote(Order order) {
    return Optional.ofNullable(order.document().followsId())
        .map(id -> quotes.readable(id, Actor.SYSTEM));
  }
}
