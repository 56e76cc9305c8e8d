package firmtally.server.integration.ledger;

import firmtally.formats.bank.BankStatement;
import firmtally.formats.bank.Camt053;
import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.TypedDay;
import firmtally.server.platform.web.TypedNumber;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Reads bank statements: camt.053, or CSV and XLSX with a column for each of what is known. */
@Component
public class Statements {
  private static final int MOST = 10_000;
  private static final Set<String> DAY = Set.of("date", "day", "booked", "booking date");
  private static final Set<String> AMOUNT = Set.of("amount", "credit");
  private static final Set<String> PAYER = Set.of("payer", "name", "from");
  private static final Set<String> WORDS =
      Set.of("words", "reference", "remittance", "text", "purpose");
  private static final Set<String> REF = Set.of("bank reference", "id", "entry");
  private final SettingsService settings;
  private final Clock clock;

  Statements(SettingsService settings, Clock clock) {
    this.settings = settings;
    this.clock = clock;
  }

  /**
   * Reads one.
   *
   * @throws BadInput naming what is wrong and where
   */
  public BankStatement read(byte[] file) {
    try {
      return Camt053.looksLike(file) ? Camt053.read(file) : table(file);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
  }

  private BankStatement table(byte[] file) {
    Table table = TableReader.ofAtMost(MOST).read(file);
    int day = column(table, DAY);
    int amount = column(table, AMOUNT);
    if (day < 0 || amount < 0) {
      throw BadInput.at("file", "There is no column \"date\" or no column \"amount\".");
    }
    List<BankStatement.Entry> entries = new ArrayList<>();
    for (Table.Row row : table.rows()) {
      if (!row.isBlank()) {
        entries.add(entry(table, row, day, amount));
      }
    }
    return new BankStatement(entries);
  }

  private BankStatement.Entry entry(Table table, Table.Row row, int day, int amount) {
    String at = "row " + row.number();
    try {
      LocalDate on = TypedDay.parse(row.at(day), LocalDate.now(clock));
      BigDecimal value =
          new BigDecimal(
              TypedNumber.plain(row.at(amount), settings.company().currency().getDecimalPlaces()));
      if (value.signum() <= 0) {
        throw new IllegalArgumentException("The amount is not above 0.");
      }
      return new BankStatement.Entry(
          on, value, "", cell(table, row, PAYER), cell(table, row, WORDS), cell(table, row, REF));
    } catch (IllegalArgumentException e) {
      throw BadInput.at(at, e.getMessage());
    }
  }

  private static String cell(Table table, Table.Row row, Set<String> names) {
    int column = column(table, names);
    return column < 0 ? "" : row.at(column).strip();
  }

  private static int column(Table table, Set<String> names) {
    for (int i = 0; i < table.columns().size(); i++) {
      if (names.contains(table.columns().get(i).strip().toLowerCase(Locale.ROOT))) {
        return i;
      }
    }
    return -1;
  }
}
