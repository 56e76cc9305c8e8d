package firmtally.server.platform.database;

import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.Texts;
import firmtally.core.money.UnitPrice;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.YearMonth;
import java.util.Locale;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.Money;
import org.springframework.core.convert.ConversionService;
import org.springframework.core.convert.converter.Converter;
import org.springframework.core.convert.converter.ConverterFactory;
import org.springframework.core.convert.support.DefaultConversionService;

/**
 * How values of the job lie in columns: days and instants as ISO text, enums by their word ({@code
 * ON_HOLD} is {@code on-hold}), amounts in minor units, unit prices in ten-thousandths, quantities
 * in thousandths, percents in ten-thousandths of a percent, ids as their number, nothing as NULL.
 */
final class Stored {
  /** From columns to values; amounts are read by hand, as they need their currency. */
  static final ConversionService CONVERSION = conversion();

  private Stored() {}

  private static ConversionService conversion() {
    DefaultConversionService service = new DefaultConversionService();
    service.addConverter(String.class, LocalDate.class, LocalDate::parse);
    service.addConverter(String.class, LocalTime.class, LocalTime::parse);
    service.addConverter(String.class, YearMonth.class, YearMonth::parse);
    service.addConverter(String.class, Instant.class, Instant::parse);
    service.addConverter(
        Number.class, Percent.class, number -> Percent.ofTenThousandths(number.longValue()));
    service.addConverter(
        Number.class, UnitPrice.class, number -> UnitPrice.ofTenThousandths(number.longValue()));
    service.addConverter(
        Number.class, Quantity.class, number -> Quantity.ofThousandths(number.longValue()));
    service.addConverterFactory(new WordToEnum());
    service.addConverterFactory(new NumberToId());
    return service;
  }

  @SuppressWarnings({"rawtypes", "unchecked"})
  private static final class WordToEnum implements ConverterFactory<String, Enum> {
    @Override
    public <T extends Enum> Converter<String, T> getConverter(Class<T> type) {
      return word -> (T) Enum.valueOf(type, word.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
  }

  private static final class NumberToId implements ConverterFactory<Number, Id> {
    @Override
    public <T extends Id> Converter<Number, T> getConverter(Class<T> type) {
      LongFunction<T> named = Ids.named(type);
      return number -> named.apply(number.longValue());
    }
  }

  /** From a value to what its column holds. */
  static Object of(Object value) {
    if (value instanceof Optional<?> maybe) {
      return of(maybe.orElse(null));
    }
    if (value instanceof Enum<?> word) {
      return Texts.word(word);
    }
    if (value instanceof Id id) {
      return id.value();
    }
    if (value instanceof Money amount) {
      return amount.getAmountMinorLong();
    }
    if (value instanceof Percent percent) {
      return percent.toTenThousandths();
    }
    if (value instanceof UnitPrice price) {
      return price.toTenThousandths();
    }
    if (value instanceof Quantity quantity) {
      return quantity.toThousandths();
    }
    boolean isTime =
        value instanceof LocalDate
            || value instanceof LocalTime
            || value instanceof YearMonth
            || value instanceof Instant;
    return isTime ? value.toString() : value;
  }
}
