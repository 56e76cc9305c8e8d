package firmtally.server.sales.reminder;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.ledger.LedgerService;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Papers about what an account owes: reminders and statements. */
@Component
class AccountPapers {
  private static final List<TradePaper.Column> COLUMNS =
      List.of(
          new TradePaper.Column("Number", 0, false),
          new TradePaper.Column("Date", 36, false),
          new TradePaper.Column("Due", 36, false),
          new TradePaper.Column("Days overdue", 22, true),
          new TradePaper.Column("Amount", 28, true),
          new TradePaper.Column("Open", 28, true));
  private final TradePdf pdf = new TradePdf();
  private final Correspondence correspondence;
  private final ParticularsService particulars;
  private final SettingsService settings;
  private final Clock clock;

  AccountPapers(
      Correspondence correspondence,
      ParticularsService particulars,
      SettingsService settings,
      Clock clock) {
    this.correspondence = correspondence;
    this.particulars = particulars;
    this.settings = settings;
    this.clock = clock;
  }

  byte[] reminder(Account account, ReminderService.DueReminder due, String text) {
    return pdf.print(
        paper(
            ReminderService.title(due.stage()),
            account,
            Correspondence.paragraphs(text),
            rows(due.items()),
            List.of(new QuotePaper.Sum("Overdue", written(due.total()), true))));
  }

  byte[] statement(Account account, List<LedgerService.Item> items, String unapplied) {
    List<QuotePaper.Sum> sums = new ArrayList<>();
    Money open = sum(items, item -> true);
    Money overdue = sum(items, item -> item.daysOverdue() > 0);
    sums.add(new QuotePaper.Sum("Open", Written.amount(open), false));
    sums.add(new QuotePaper.Sum("Of this overdue", Written.amount(overdue), false));
    Money paid = Money.of(currency(), new BigDecimal(unapplied));
    if (!paid.isZero()) {
      sums.add(new QuotePaper.Sum("Paid, not yet set off", Written.amount(paid.negated()), false));
    }
    sums.add(new QuotePaper.Sum("Balance", Written.amount(open.minus(paid)), true));
    return pdf.print(
        paper(
            "Statement of account",
            account,
            List.of(
                items.isEmpty()
                    ? "Nothing is open on your account today."
                    : "These are the items that are open on your account today."),
            rows(items),
            sums));
  }

  private CurrencyUnit currency() {
    return settings.company().currency();
  }

  private Money sum(List<LedgerService.Item> items, Predicate<LedgerService.Item> which) {
    return items.stream()
        .filter(which)
        .map(item -> Money.of(currency(), new BigDecimal(item.balance())))
        .reduce(Money.zero(currency()), Money::plus);
  }

  private TradePaper paper(
      String kind,
      Account account,
      List<String> letter,
      List<TradePaper.Row> rows,
      List<QuotePaper.Sum> sums) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact("Date", Written.day(LocalDate.now(clock))));
    facts.addAll(Correspondence.facts(account, Optional.empty()));
    facts.add(new QuotePaper.Fact("Amounts in", currency().getCode()));
    String bank = particulars.get().bank();
    return new TradePaper(
        kind,
        "",
        correspondence.seller(),
        Correspondence.address(account),
        facts,
        letter,
        COLUMNS,
        rows,
        sums,
        bank.isEmpty() ? List.of() : List.of(new QuotePaper.Fact("Pay to", bank)),
        List.of(),
        false);
  }

  private List<TradePaper.Row> rows(List<LedgerService.Item> items) {
    return items.stream()
        .map(
            item ->
                TradePaper.Row.of(
                    item.ref(),
                    Written.day(item.on()),
                    Written.day(item.due()),
                    item.daysOverdue() == 0 ? "–" : Long.toString(item.daysOverdue()),
                    written(item.total()),
                    written(item.balance())))
        .toList();
  }

  private String written(String amount) {
    return Written.amount(Money.of(currency(), new BigDecimal(amount)));
  }
}
