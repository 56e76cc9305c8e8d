package firmtally.core.working;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.joda.money.BigMoneyProvider;

/**
 * A value that went into a figure, by the name that the documents give it.
 *
 * @param value as documents write it: a plain decimal, a date, a text
 */
public record Input(String name, Kind kind, String value) {
  /** What a value is, so that a screen can write it as people do. */
  public enum Kind {
    AMOUNT,
    UNIT_PRICE,
    PERCENT,
    QUANTITY,
    /** An exact intermediate number, of any number of decimals. */
    NUMBER,
    COUNT,
    DAY,
    TEXT
  }

  /** An amount, with the decimals of its currency: EUR 12.5 is {@code 12.50}. */
  public static Input of(String name, BigMoneyProvider amount) {
    return new Input(name, Kind.AMOUNT, amount.toBigMoney().getAmount().toPlainString());
  }

  /** A price of one unit: {@code 379.05}. */
  public static Input of(String name, UnitPrice price) {
    return new Input(name, Kind.UNIT_PRICE, price.toString());
  }

  /** A percent, in percent: 12.5 % is {@code 12.5}. */
  public static Input of(String name, Percent percent) {
    return new Input(name, Kind.PERCENT, percent.toString());
  }

  /** A number of units: {@code 2.5}. */
  public static Input of(String name, Quantity quantity) {
    return new Input(name, Kind.QUANTITY, quantity.toString());
  }

  /** A day: {@code 2027-03-15}. */
  public static Input of(String name, LocalDate day) {
    return new Input(name, Kind.DAY, day.toString());
  }

  /** A text as it stands. */
  public static Input of(String name, String text) {
    return new Input(name, Kind.TEXT, text);
  }

  /** A whole number of things: {@code 12}. */
  public static Input count(String name, long count) {
    return new Input(name, Kind.COUNT, Long.toString(count));
  }

  /** An exact intermediate number. */
  public static Input number(String name, BigDecimal number) {
    return new Input(name, Kind.NUMBER, number.toPlainString());
  }
}
