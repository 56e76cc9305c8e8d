package firmtally.tests;

import static firmtally.tests.Sales.form;
import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.plan;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** What is changed in a workbook comes to what we would say: LibreOffice opens and reckons it. */
class WorkbookTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int SECONDS = 120;
  private final Guest rep = Guest.signedIn(HOUSE, "mara");

  /** The workbook with a number in one cell. */
  private static byte[] with(byte[] book, String cell, String number) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipFile in =
            ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(book)).get();
        ZipOutputStream out = new ZipOutputStream(bytes)) {
      for (ZipArchiveEntry entry : Collections.list(in.getEntries())) {
        out.putNextEntry(new ZipEntry(entry.getName()));
        byte[] part = in.getInputStream(entry).readAllBytes();
        if (entry.getName().endsWith("sheet1.xml")) {
          String xml = new String(part, StandardCharsets.UTF_8);
          String changed =
              xml.replaceFirst(
                  "(<c r=\"" + cell + "\"[^>]*?)(/>|><v>[^<]*</v></c>|></c>)",
                  "$1><v>" + number + "</v></c>");
          assertThat(changed).as("cell " + cell).isNotEqualTo(xml);
          part = changed.getBytes(StandardCharsets.UTF_8);
        }
        out.write(part);
        out.closeEntry();
      }
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    return bytes.toByteArray();
  }

  /** What stands in each workbook once LibreOffice has opened it, row by row. */
  private static List<List<String[]>> reckoned(List<byte[]> books) throws Exception {
    Path folder = Files.createTempDirectory("tally-books");
    try {
      List<String> command =
          new ArrayList<>(
              List.of(
                  "soffice",
                  "-env:UserInstallation=" + folder.resolve("profile").toUri(),
                  "--headless",
                  "--convert-to",
                  "csv:Text - txt - csv (StarCalc):59,34,76,1,,0,false,false",
                  "--outdir",
                  folder.toString()));
      for (int i = 0; i < books.size(); i++) {
        Path file = folder.resolve(i + ".xlsx");
        Files.write(file, books.get(i));
        command.add(file.toString());
      }
      Process process =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(folder.resolve("log").toFile())
              .start();
      assertThat(process.waitFor(SECONDS, TimeUnit.SECONDS)).isTrue();
      List<List<String[]>> all = new ArrayList<>();
      for (int i = 0; i < books.size(); i++) {
        all.add(
            Files.readAllLines(folder.resolve(i + ".csv")).stream()
                .map(row -> row.replace("\"", "").split(";", -1))
                .toList());
      }
      return all;
    } finally {
      try (Stream<Path> files = Files.walk(folder)) {
        files.sorted(Comparator.reverseOrder()).forEach(file -> file.toFile().delete());
      }
    }
  }

  private static BigDecimal number(String text) {
    return new BigDecimal(
        text.replace(" ", "").replace(",", "").replace("\u202f", "").replace("\u00a0", ""));
  }

  /** A figure at the foot, by the words beside it. */
  private static BigDecimal foot(List<String[]> rows, String words) {
    String[] row =
        rows.stream()
            .filter(of -> of.length > 12 && of[1].startsWith(words))
            .findFirst()
            .orElseThrow(() -> new AssertionError("no " + words));
    return number(row[12]);
  }

  private static List<Map<String, Object>> lines(String quantity) {
    Map<String, Object> own = line("2", "BS-15", "3", null);
    own.put("unitPrice", "431.1234");
    Map<String, Object> gift = line("3", "LC-1T", "1", null);
    gift.put("gift", true);
    Map<String, Object> optional = line("4", "BS-15", "2", null);
    optional.put("optional", true);
    Map<String, Object> heading = line("6", "", "", null);
    heading.putAll(Map.of("kind", "section", "description", "And so on"));
    return List.of(
        line("1", "LC-1T", quantity, "6.5"),
        own,
        gift,
        optional,
        heading,
        plan("5", "CAL-W3", "2", 3, 12),
        line("7", "BS-15", "0.333", null),
        line("8", "BS-15", "0.333", null));
  }

  private static Map<String, Object> typed(String quantity, String percent, String amount) {
    Map<String, Object> form = new HashMap<>(form(lines(quantity)));
    form.put("discountPercent", percent);
    form.put("discountAmount", amount);
    return form;
  }

  private JsonNode core(long opportunity, Map<String, Object> form) {
    return rep.post("/api/opportunities/" + opportunity + "/tally", form)
        .is(200)
        .body()
        .path("worksheet");
  }

  private byte[] book(long opportunity, Map<String, Object> form) {
    Guest.Answer page = rep.get("/api/opportunities/" + opportunity).is(200);
    rep.send(
            HttpMethod.PUT,
            "/api/opportunities/" + opportunity + "/worksheet",
            form,
            Sales.match(page, "/worksheet/version"))
        .is(200);
    return rep.get("/api/opportunities/" + opportunity + "/worksheet.xlsx").is(200).bytes();
  }

  private static void same(List<String[]> rows, JsonNode core) {
    JsonNode totals = core.path("totals");
    assertThat(foot(rows, "Contract"))
        .isEqualByComparingTo(number(totals.path("contract").asString()));
    assertThat(foot(rows, "Margin")).isEqualByComparingTo(number(totals.path("margin").asString()));
    assertThat(foot(rows, "Total, first invoice"))
        .isEqualByComparingTo(number(totals.path("invoiceTotal").asString()));
    int row = 3;
    for (JsonNode line : core.path("lines")) {
      JsonNode figures = line.path("figures");
      if (!figures.isNull() && !figures.isMissingNode()) {
        assertThat(number(rows.get(row)[12]))
            .as("line " + (row - 2))
            .isEqualByComparingTo(number(figures.path("finalAmount").asString()));
      }
      row++;
    }
  }

  @Test
  void anotherQuantityOrDiscountComesToOurTotals() throws Exception {
    long opportunity = newOpportunity(rep, "Workbook");
    byte[] percent = book(opportunity, typed("2", "3.7", null));
    byte[] amount = book(opportunity, typed("2", null, "123.45"));
    List<List<String[]>> rows =
        reckoned(
            List.of(
                percent,
                with(percent, "C4", "3"),
                with(percent, "C4", "1.5"),
                with(with(percent, "C4", "3"), "M13", "11.25"),
                amount,
                with(amount, "C4", "3"),
                with(amount, "M14", "99.99")));
    same(rows.get(0), core(opportunity, typed("2", "3.7", null)));
    same(rows.get(1), core(opportunity, typed("3", "3.7", null)));
    same(rows.get(2), core(opportunity, typed("1.5", "3.7", null)));
    same(rows.get(3), core(opportunity, typed("3", "11.25", null)));
    same(rows.get(4), core(opportunity, typed("2", null, "123.45")));
    same(rows.get(5), core(opportunity, typed("3", null, "123.45")));
    same(rows.get(6), core(opportunity, typed("2", null, "99.99")));
  }

  @Test
  void quotesAndOrdersTellNoCosts() throws Exception {
    long opportunity = newOpportunity(rep, "Workbook of papers");
    Sales.saveLines(rep, opportunity, List.of(line("1", "BS-15", "2", null))).is(200);
    long quote = Sales.sentQuote(rep, opportunity);
    long order = Sales.order(rep, quote, "PO-BOOK");
    List<List<String[]>> rows =
        reckoned(
            List.of(
                rep.get("/api/quotes/" + quote + "/quote.xlsx").is(200).bytes(),
                rep.get("/api/orders/" + order + "/order.xlsx").is(200).bytes()));
    for (List<String[]> of : rows) {
      assertThat(String.join(";", of.get(2)))
          .contains("Line total")
          .doesNotContain("cost", "Margin");
      assertThat(foot(of, "Contract"))
          .isEqualByComparingTo(
              number(rep.get("/api/orders?text=PO-BOOK").body().at("/rows/0/value").asString()));
    }
  }

  @Test
  void openItemsAreAgedByTheDayThatIsEntered() throws Exception {
    Guest keeper = Guest.signedIn(HOUSE, "otto");
    byte[] book = keeper.get("/api/open-items.xlsx").is(200).bytes();
    List<List<String[]>> rows = reckoned(List.of(book, with(book, "B1", "60000")));
    JsonNode ages = keeper.get("/api/credit/desk").is(200).body().path("ages");
    String[] foot =
        rows.get(0).stream().filter(r -> r[0].equals("Together")).findFirst().orElseThrow();
    assertThat(number(foot[6])).isEqualByComparingTo(number(ages.path("balance").asString()));
    assertThat(number(foot[8])).isEqualByComparingTo(number(ages.path("notDue").asString()));
    assertThat(number(foot[9])).isEqualByComparingTo(number(ages.path("to30").asString()));
    assertThat(number(foot[12])).isEqualByComparingTo(number(ages.path("older").asString()));
    String[] later =
        rows.get(1).stream().filter(r -> r[0].equals("Together")).findFirst().orElseThrow();
    assertThat(number(later[8])).as("not due in the year 2064").isZero();
    rep.get("/api/open-items.xlsx").is(403);
  }
}
