package firmtally.formats.table;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Open items by age as a workbook that reckons: the day that they are aged by, and each balance,
 * can be changed.
 */
public final class OpenItemsWorkbook {
  private static final String ENTERED = "FFF3D6";
  private static final String DAY = "yyyy-mm-dd";
  private static final int HEAD = 3;
  private static final int BALANCE = 6;
  private static final int DAYS = 7;
  private static final String[] TITLES = {
    "Account",
    "Item",
    "Kind",
    "Date",
    "Due",
    "Total",
    "Balance",
    "Days overdue",
    "Not due",
    "1 to 30 days",
    "31 to 60 days",
    "61 to 90 days",
    "Above 90 days",
    "Credits"
  };

  /**
   * What holds for an item's days overdue to stand in a column of ages; the library writes formulas
   * into the sheet's XML as they are.
   */
  private static final String[] AGES = {
    "AND(%2$s&gt;0,%1$s&lt;=0)",
    "AND(%2$s&gt;0,%1$s&gt;0,%1$s&lt;=30)",
    "AND(%2$s&gt;0,%1$s&gt;30,%1$s&lt;=60)",
    "AND(%2$s&gt;0,%1$s&gt;60,%1$s&lt;=90)",
    "AND(%2$s&gt;0,%1$s&gt;90)",
    "%2$s&lt;0"
  };

  private OpenItemsWorkbook() {}

  /**
   * An open item.
   *
   * @param balance below 0 of a credit note
   */
  public record Item(
      String account,
      String ref,
      String kind,
      LocalDate on,
      LocalDate due,
      BigDecimal total,
      BigDecimal balance) {}

  /**
   * The workbook.
   *
   * @param asOf the day that they are aged by
   * @param decimals of the currency
   */
  public static byte[] write(List<Item> items, LocalDate asOf, String currency, int decimals) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Firm Tally", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Open items");
      String money = decimals == 0 ? "#,##0" : "#,##0." + "0".repeat(decimals);
      sheet.value(0, 0, "Open items, " + currency + ", as of");
      sheet.value(0, 1, asOf);
      sheet.style(0, 1).format(DAY).fillColor(ENTERED).set();
      for (int c = 0; c < TITLES.length; c++) {
        sheet.value(HEAD - 1, c, TITLES[c]);
        sheet.style(HEAD - 1, c).bold().set();
        sheet.width(c, c == 0 ? 34 : 14);
      }
      for (int i = 0; i < items.size(); i++) {
        row(sheet, HEAD + i, items.get(i), money);
      }
      foot(sheet, items.size(), money);
      sheet.freezePane(2, HEAD);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static void row(Worksheet sheet, int row, Item item, String money) {
    sheet.value(row, 0, item.account());
    sheet.value(row, 1, item.ref());
    sheet.value(row, 2, item.kind());
    sheet.value(row, 3, item.on());
    sheet.style(row, 3).format(DAY).set();
    sheet.value(row, 4, item.due());
    sheet.style(row, 4).format(DAY).set();
    sheet.value(row, 5, item.total());
    sheet.style(row, 5).format(money).set();
    sheet.value(row, BALANCE, item.balance());
    sheet.style(row, BALANCE).format(money).fillColor(ENTERED).set();
    int number = row + 1;
    sheet.formula(row, DAYS, "MAX(0,$B$1-E" + number + ")");
    for (int age = 0; age < AGES.length; age++) {
      String holds = AGES[age].formatted("H" + number, "G" + number);
      sheet.formula(row, DAYS + 1 + age, "IF(" + holds + ",G" + number + ",0)");
      sheet.style(row, DAYS + 1 + age).format(money).set();
    }
  }

  private static void foot(Worksheet sheet, int count, String money) {
    if (count == 0) {
      return;
    }
    int row = HEAD + count;
    sheet.value(row, 0, "Together");
    for (int c = BALANCE; c < TITLES.length; c++) {
      if (c != DAYS) {
        char letter = (char) ('A' + c);
        sheet.formula(row, c, "SUM(" + letter + (HEAD + 1) + ":" + letter + (HEAD + count) + ")");
        sheet.style(row, c).format(money).bold().set();
      }
    }
  }
}
