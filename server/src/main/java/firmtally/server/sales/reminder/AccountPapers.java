package firmtally.server.sales.reminder;

import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.pdf.TradePaper;
import firmtally.formats.pdf.TradePdf;
import firmtally.formats.writing.PaperWords;
import firmtally.server.company.SettingsService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
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
    PaperWords words = correspondence.words(account);
    return pdf.print(
        paper(
            words.get(ReminderService.kind(due.stage())),
            account,
            Correspondence.paragraphs(text),
            rows(due.items(), words),
            List.of(
                new QuotePaper.Sum(words.get("sum.overdue"), written(due.total(), words), true)),
            words),
        words.writing());
  }

  byte[] statement(Account account, List<LedgerService.Item> items, String unapplied) {
    PaperWords words = correspondence.words(account);
    List<QuotePaper.Sum> sums = new ArrayList<>();
    Money open = sum(items, item -> true);
    Money overdue = sum(items, item -> item.daysOverdue() > 0);
    sums.add(new QuotePaper.Sum(words.get("sum.open"), words.amount(open), false));
    sums.add(new QuotePaper.Sum(words.get("sum.of-this-overdue"), words.amount(overdue), false));
    Money paid = Money.of(currency(), new BigDecimal(unapplied));
    if (!paid.isZero()) {
      sums.add(new QuotePaper.Sum(words.get("sum.unapplied"), words.amount(paid.negated()), false));
    }
    sums.add(new QuotePaper.Sum(words.get("sum.balance"), words.amount(open.minus(paid)), true));
    return pdf.print(
        paper(
            words.get("kind.statement"),
            account,
            List.of(words.get(items.isEmpty() ? "letter.nothing-open" : "letter.open")),
            rows(items, words),
            sums,
            words),
        words.writing());
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
      List<QuotePaper.Sum> sums,
      PaperWords words) {
    List<QuotePaper.Fact> facts = new ArrayList<>();
    facts.add(new QuotePaper.Fact(words.get("fact.date"), words.day(LocalDate.now(clock))));
    facts.addAll(Correspondence.facts(account, Optional.empty(), words));
    facts.add(new QuotePaper.Fact(words.get("fact.currency"), currency().getCode()));
    String bank = particulars.get().bank();
    return new TradePaper(
        kind,
        "",
        correspondence.seller(words),
        Correspondence.address(account),
        facts,
        letter,
        columns(words),
        rows,
        sums,
        bank.isEmpty() ? List.of() : List.of(new QuotePaper.Fact(words.get("term.pay-to"), bank)),
        List.of(),
        words.language(),
        false);
  }

  private static List<TradePaper.Column> columns(PaperWords words) {
    return List.of(
        new TradePaper.Column(words.get("column.number"), 0, false),
        new TradePaper.Column(words.get("column.date"), 36, false),
        new TradePaper.Column(words.get("column.due"), 36, false),
        new TradePaper.Column(words.get("column.overdue"), 22, true),
        new TradePaper.Column(words.get("column.amount"), 28, true),
        new TradePaper.Column(words.get("column.open"), 28, true));
  }

  private List<TradePaper.Row> rows(List<LedgerService.Item> items, PaperWords words) {
    return items.stream()
        .map(
            item ->
                TradePaper.Row.of(
                    item.ref(),
                    words.day(item.on()),
                    words.day(item.due()),
                    item.daysOverdue() == 0 ? "–" : Long.toString(item.daysOverdue()),
                    written(item.total(), words),
                    written(item.balance(), words)))
        .toList();
  }

  private String written(String amount, PaperWords words) {
    return words.amount(Money.of(currency(), new BigDecimal(amount)));
  }
}
