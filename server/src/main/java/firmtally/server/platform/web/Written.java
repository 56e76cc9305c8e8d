package firmtally.server.platform.web;

import firmtally.core.money.UnitPrice;
import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;
import java.time.LocalDate;
import java.util.concurrent.atomic.AtomicReference;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * Amounts and days as people of the company read them, for messages and other texts in English. A
 * process is of one company: its way of writing holds for the whole of it.
 */
public final class Written {
  private static final AtomicReference<PaperWords> WORDS =
      new AtomicReference<>(PaperWords.english());

  private Written() {}

  /** Takes the company's way of writing. */
  public static void as(Writing writing) {
    WORDS.set(PaperWords.of("en", writing));
  }

  /** The company's way of writing. */
  public static Writing writing() {
    return WORDS.get().writing();
  }

  /** Groups of three, a true minus: −1 234.50, the currency left out. */
  public static String amount(Money money) {
    return WORDS.get().amount(money);
  }

  /** As an amount, with the decimals beyond the currency's that it has: 428.6875. */
  public static String price(UnitPrice price, CurrencyUnit currency) {
    return WORDS.get().price(price, currency);
  }

  /** 1 March 2027. */
  public static String day(LocalDate day) {
    return WORDS.get().day(day);
  }
}
