package firmtally.server.customer.page;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.customer.access.Visitor;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How papers are told to their customer. */
class PageWordsTest {
  private static final LocalDate TODAY = LocalDate.parse("2027-03-15");
  private final PageWords words = new PageWords(CurrencyUnit.EUR, TODAY);

  @ParameterizedTest
  @CsvSource({
    "sent, open, 2027-03-15, open",
    "sent, open, 2027-03-14, expired",
    "sent, paused, 2027-03-20, open",
    "sent, lost, 2027-03-20, expired",
    "accepted, open, 2027-03-01, accepted",
    "ordered, won, 2027-03-01, ordered",
    "declined, open, 2027-03-20, declined"
  })
  void aQuoteIsOpenAsLongAsItCanBeAnswered(
      String state, String opportunity, LocalDate validUntil, String told) {
    PageViews.CustomerQuote quote =
        words.quote(
            new CustomerPageStore.Quote(
                new DocumentId(7),
                "Q-1001",
                2,
                "Hall",
                TODAY,
                validUntil,
                state,
                opportunity,
                11900));
    assertThat(quote.state()).isEqualTo(told);
    assertThat(quote.called()).isEqualTo("Q-1001, revision 2");
    assertThat(quote.total()).isEqualTo("119.00");
  }

  @ParameterizedTest
  @CsvSource({
    "hold, 2, 0, 0, checking",
    "released, 2, 0, 0, in-work",
    "released, 2, 0, 1, partly-delivered",
    "released, 2, 1, 1, partly-delivered",
    "completed, 2, 2, 2, delivered",
    "released, 0, 0, 0, running",
    "cancelled, 2, 0, 0, cancelled"
  })
  void anOrderIsAsFarAsItsLinesAre(String state, int lines, int done, int begun, String told) {
    assertThat(
            words
                .order(
                    new CustomerPageStore.Order(
                        new DocumentId(7),
                        "S-1001",
                        "Hall",
                        TODAY,
                        null,
                        state,
                        11900,
                        lines,
                        done,
                        begun))
                .state())
        .isEqualTo(told);
  }

  @ParameterizedTest
  @CsvSource({
    "0, 2027-03-01, settled, –",
    "100, 2027-03-14, overdue, 1.00",
    "100, 2027-03-15, open, 1.00",
    "-100, 2027-03-01, open, −1.00"
  })
  void anInvoiceIsOverdueTheDayAfterItWasDue(
      long balance, LocalDate due, String told, String open) {
    PageViews.CustomerInvoice invoice =
        words.invoice(
            new CustomerPageStore.Invoice(
                new DocumentId(7), "I-1001", "invoice", "S-1001", TODAY, due, 11900, balance));
    assertThat(invoice.state()).isEqualTo(told);
    assertThat(invoice.open()).isEqualTo(open);
  }

  @Test
  void twoVisitorsNeverShareAKey() {
    Visitor one = new Visitor(new ContactId(1), "Jane", "j@x.example", new AccountId(3), "Mill");
    Visitor other = new Visitor(new ContactId(2), "Joe", "j@x.example", new AccountId(3), "Mill");
    assertThat(PageWords.key("k", one)).isNotEqualTo(PageWords.key("k", other));
    assertThat(PageWords.key(" ", one)).isEmpty();
    assertThat(PageWords.key(null, one)).isEmpty();
  }
}
