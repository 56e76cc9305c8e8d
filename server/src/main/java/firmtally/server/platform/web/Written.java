package firmtally.server.platform.web;

import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Amounts and days as people read them, for texts that the server writes. */
public final class Written {
  private static final char NO_BREAK = '\u00a0';
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);

  private Written() {}

  /** Groups of three, a true minus: −1 234.50, the currency left out. */
  public static String amount(Money money) {
    return written(money.getAmount(), money.getCurrencyUnit());
  }

  /** As an amount, with the decimals beyond the currency's that it has: 428.6875. */
  public static String price(UnitPrice price, CurrencyUnit currency) {
    return written(price.value(), currency);
  }

  private static String written(BigDecimal number, CurrencyUnit currency) {
    DecimalFormatSymbols symbols = DecimalFormatSymbols.getInstance(Locale.ROOT);
    symbols.setGroupingSeparator(NO_BREAK);
    DecimalFormat format = new DecimalFormat("#,##0.####", symbols);
    format.setMinimumFractionDigits(currency.getDecimalPlaces());
    return format.format(number).replace('-', '−');
  }

  /** 1 March 2027. */
  public static String day(LocalDate day) {
    return DAY.format(day);
  }
}
