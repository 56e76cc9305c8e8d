package firmtally.core.money;

import static firmtally.core.Some.DAY;
import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.line;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.price;
import static firmtally.core.Some.product;
import static firmtally.core.Some.quantity;
import static firmtally.core.Some.sheet;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.core.credit.CreditFile;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.ordering.Variance;
import firmtally.core.ordering.VarianceLine;
import firmtally.core.pipeline.OpenOpportunity;
import firmtally.core.pipeline.Outlook;
import firmtally.core.renewal.RecurringBridge;
import firmtally.core.renewal.RecurringStream;
import firmtally.core.worksheet.DocumentDiscount;
import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

/** Amounts of two currencies never meet. */
class SameCurrencyTest {
  private static final Money DOLLARS = Money.of(Currencies.get("USD"), new BigDecimal("5"));

  private static void refused(ThrowingCallable mixing) {
    assertThatThrownBy(mixing)
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageEndingWith("USD 5.00 is not in EUR");
  }

  @Test
  void theAmountItselfComesBack() {
    assertThat(SameCurrency.check("limit", eur("5"), EUR)).isEqualTo(eur("5"));
    assertThat(SameCurrency.notBelowZero("limit", eur("0"), EUR)).isEqualTo(eur("0"));
    assertThatThrownBy(() -> SameCurrency.notBelowZero("limit", eur("-0.01"), EUR))
        .hasMessage("limit EUR -0.01 is below 0");
  }

  @Test
  void aWorksheetAndItsPolicyRefuseAnotherCurrency() {
    var sheet = sheet(line("1", product("P", "bench", "10", "5"), "1"));
    refused(() -> sheet.withDocumentDiscount(new DocumentDiscount.OfAmount(DOLLARS)));
    refused(() -> SignOff.of(sheet.tally(), policy(Optional.of(DOLLARS), List.of())));
    refused(() -> SignOff.of(sheet.tally(), policy(Optional.empty(), List.of(DOLLARS))));
  }

  private static SignOffPolicy policy(Optional<Money> gift, List<Money> over) {
    return new SignOffPolicy(
        "rep",
        List.of(new SignOffPolicy.Level("rep", Percent.HUNDRED)),
        List.of(),
        Optional.empty(),
        gift.map(amount -> new SignOffPolicy.AmountRole(amount, "rep")),
        over.stream().map(amount -> new SignOffPolicy.AmountRole(amount, "rep")).toList());
  }

  private static CreditFile credit(Money limit, Money item, Money order, Money asked) {
    return new CreditFile(
        EUR,
        DAY,
        false,
        List.of(new CreditFile.Limit(DAY, limit)),
        List.of(new CreditFile.OpenItem("I", item, DAY)),
        List.of(new CreditFile.OpenOrder("S", order, DAY)),
        30,
        0,
        0,
        eur("0"),
        percent("20"),
        Optional.of(new CreditFile.Document(asked, Optional.empty())));
  }

  @Test
  void aCreditFileRefusesAnotherCurrencyWhereverItStands() {
    Money euros = eur("5");
    assertThat(credit(euros, euros, euros, euros).currency()).isEqualTo(EUR);
    refused(() -> credit(DOLLARS, euros, euros, euros));
    refused(() -> credit(euros, DOLLARS, euros, euros));
    refused(() -> credit(euros, euros, DOLLARS, euros));
    refused(() -> credit(euros, euros, euros, DOLLARS));
  }

  @Test
  void outlooksBridgesAndVariancesRefuseAnotherCurrency() {
    OpenOpportunity open = new OpenOpportunity("O", DOLLARS, percent("50"));
    refused(() -> Outlook.of(EUR, Optional.empty(), eur("0"), List.of(open)));
    refused(() -> Outlook.of(EUR, Optional.of(DOLLARS), eur("0"), List.of()));
    refused(() -> Outlook.of(EUR, Optional.empty(), DOLLARS, List.of()));
    RecurringStream stream = new RecurringStream("A", DOLLARS, DAY, Optional.empty());
    YearMonth march = YearMonth.from(DAY);
    refused(() -> RecurringBridge.of(EUR, march, march, List.of(stream)));
    VarianceLine line = new VarianceLine("k", quantity("1"), price("5"), DOLLARS);
    refused(() -> Variance.of(EUR, List.of(line), List.of()));
    refused(() -> Variance.of(EUR, List.of(), List.of(line)));
  }
}
