package firmtally.server.sales.quote;

import firmtally.formats.pdf.QuotePdf;
import firmtally.server.access.Actor;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.text.Fields;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.worksheet.calculation.Calculation;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What stands between a draft and the customer, and what is missing for them. */
@Component
public class Obstacles {
  private static final int ADDRESS_LINES = 3;
  private final QuoteService quotes;
  private final AccountService accounts;
  private final ParticularsService particulars;
  private final Clock clock;

  Obstacles(
      QuoteService quotes, AccountService accounts, ParticularsService particulars, Clock clock) {
    this.quotes = quotes;
    this.accounts = accounts;
    this.particulars = particulars;
    this.clock = clock;
  }

  /**
   * Something that is missing.
   *
   * @param at the field that mends it: one of the quote's, {@code lines}, {@code signOff}, {@code
   *     account} or {@code company}
   * @param stops whether the quote cannot be sent before it is mended
   */
  public record Obstacle(String at, String words, boolean stops) {}

  /** All of a draft, those that stop it first; none of a quote that was sent. */
  public List<Obstacle> of(Quote quote, Calculation calculation) {
    if (!quote.isDraft()) {
      return List.of();
    }
    return Stream.concat(stops(quote, calculation).stream(), missing(quote, calculation).stream())
        .toList();
  }

  private List<Obstacle> stops(Quote quote, Calculation calculation) {
    Quote.Terms terms = quote.terms();
    List<Obstacle> stops = new ArrayList<>();
    if (terms.emailTo().isEmpty()) {
      stops.add(new Obstacle("emailTo", "Enter an email address.", true));
    }
    if (terms.validUntil().isBefore(LocalDate.now(clock))) {
      stops.add(new Obstacle("validUntil", "The valid-until date is past.", true));
    }
    List<String> unknown = Fields.unknown(terms.letter());
    if (!unknown.isEmpty()) {
      stops.add(new Obstacle("letter", "Not a field: " + String.join(", ", unknown) + ".", true));
    }
    if (!calculation.problems().isEmpty()) {
      stops.add(new Obstacle("lines", QuoteService.problems(calculation), true));
    }
    if (quotes.needsSignOff(quote, calculation)) {
      stops.add(
          new Obstacle(
              "signOff",
              "Needs sign-off by "
                  + calculation.signOff().role().orElseThrow()
                  + ": "
                  + calculation.signOffWords()
                  + ".",
              true));
    }
    return stops;
  }

  private List<Obstacle> missing(Quote quote, Calculation calculation) {
    Quote.Terms terms = quote.terms();
    Account account = accounts.readable(quote.document().accountId(), Actor.SYSTEM);
    List<Obstacle> missing = new ArrayList<>();
    if (terms.addressee().lines().count() < ADDRESS_LINES) {
      missing.add(new Obstacle("addressee", "The address of the customer is missing.", false));
    }
    if (accounts.contacts(account.id(), Actor.SYSTEM).isEmpty()) {
      missing.add(new Obstacle("account", "The account has no contact.", false));
    }
    if ("company".equals(account.kind()) && account.taxId().isEmpty()) {
      missing.add(new Obstacle("account", "The customer’s tax ID is missing.", false));
    }
    if (!particulars.get().hasAddress()) {
      missing.add(new Obstacle("company", "Our own address is missing.", false));
    }
    String printed =
        calculation.form().lines().stream()
            .map(line -> line.description())
            .collect(Collectors.joining(" ", terms.letter() + terms.addressee(), ""));
    List<String> letters = QuotePdf.missing(printed);
    if (!letters.isEmpty()) {
      missing.add(
          new Obstacle("letter", "The PDF cannot print " + String.join(" ", letters) + ".", false));
    }
    return missing;
  }
}
