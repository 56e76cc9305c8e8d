package firmtally.server.worksheet.calculation;

import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Subtotal;
import firmtally.formats.json.Problem;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.catalogue.product.Product;
import firmtally.server.platform.ids.WorksheetId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.joda.money.Money;

/**
 * A worksheet worked out.
 *
 * @param form as typed, with descriptions filled in
 * @param locked whether it is agreed and cannot change any more
 * @param signOff by the core's rules, and for costs that are not the catalogue's
 * @param products those of its lines, by their codes, as the catalogue has them today
 * @param problems what would be refused if it were typed today, of a kept one: it still opens
 */
public record Calculation(
    WorksheetId id,
    long version,
    boolean locked,
    WorksheetForm form,
    WorksheetQuestion question,
    MarginCheck check,
    SignOffNeed signOff,
    Map<String, Product> products,
    LocalDate today,
    List<Problem> problems) {
  /** A row, and its figures where it has a price. */
  public record Row(LineForm form, Optional<LineTally> tally) {}

  /** Every row with its figures; headings and notes have none. */
  public List<Row> rows() {
    List<Row> rows = new ArrayList<>();
    Iterator<LineTally> tallies = check.tally().lines().iterator();
    for (LineForm row : form.lines()) {
      rows.add(new Row(row, row.priced() ? Optional.of(tallies.next()) : Optional.empty()));
    }
    return rows;
  }

  /** The product of a line, as the catalogue has it today. */
  public Optional<Product> product(LineForm form) {
    return Optional.ofNullable(form.product()).map(code -> products.get(code.strip()));
  }

  /** What of each line that has a product is on hand, in their order. */
  public List<Supply> supplies() {
    return Supply.of(
        rows().stream()
            .flatMap(
                row ->
                    product(row.form()).stream()
                        .map(product -> need(row.form(), row.tally().orElseThrow(), product)))
            .toList(),
        today);
  }

  private static Supply.Need need(LineForm form, LineTally tally, Product product) {
    return new Supply.Need(
        product.code(),
        tally.line().quantity(),
        product.available(),
        product.arrivals(),
        product.leadDays(),
        Optional.ofNullable(form.requestedOn())
            .filter(day -> !day.isBlank())
            .map(day -> LocalDate.parse(day.strip())),
        tally.line().counted());
  }

  /** How people find a line: its place among the rows, and what it is. By the lines' ids. */
  public Map<String, String> names() {
    Map<String, String> names = new HashMap<>();
    for (int i = 0; i < form.lines().size(); i++) {
      LineForm line = form.lines().get(i);
      boolean isInline = line.product() == null || line.product().isBlank();
      names.put(
          line.id(), "row " + (i + 1) + ", " + (isInline ? line.description() : line.product()));
    }
    return names;
  }

  /**
   * Why a sign-off is needed, for people: "discount on row 2, BS-15: 14 % where 10 % may be given,
   * margin of the whole below the floor of 25 %". Margins are not told: others read it too.
   */
  public String signOffWords() {
    return signOffReasons().stream().distinct().collect(Collectors.joining(", "));
  }

  /** The words of each reason for a sign-off, in their order. */
  public List<String> signOffReasons() {
    Map<String, String> names = names();
    Map<String, LineTally> tallies = new HashMap<>();
    check.tally().lines().forEach(tally -> tallies.put(tally.line().id(), tally));
    return signOff.reasons().stream()
        .map(
            reason ->
                SignOffWords.of(
                    reason,
                    reason.line().map(names::get).orElse(""),
                    reason.line().map(tallies::get),
                    question.policy()))
        .toList();
  }

  /** The lines of each section, by the id of its heading: those down to the next heading. */
  public Map<String, List<LineTally>> sections() {
    Map<String, List<LineTally>> sections = new LinkedHashMap<>();
    List<LineTally> section = new ArrayList<>();
    for (Row row : rows()) {
      if (row.form().isSection()) {
        section = new ArrayList<>();
        sections.put(row.form().id(), section);
      }
      row.tally().ifPresent(section::add);
    }
    return sections;
  }

  /** What each section comes to, by the id of its heading. */
  public Map<String, Subtotal> subtotals() {
    Map<String, Subtotal> subtotals = new LinkedHashMap<>();
    sections()
        .forEach(
            (id, lines) -> subtotals.put(id, Subtotal.of(question.worksheet().currency(), lines)));
    return subtotals;
  }

  /** What it would be with the landing applied: empty without one, or where it is out of reach. */
  public Optional<MarginCheck> landed() {
    return check
        .landing()
        .filter(Landing::feasible)
        .map(
            landing ->
                MarginCheck.of(
                    question
                        .worksheet()
                        .withDocumentDiscount(
                            new DocumentDiscount.OfAmount(landing.documentDiscount())),
                    question.policy(),
                    Optional.empty()));
  }

  /** Whether something is taken off the whole, and so off each row. */
  public boolean isShared() {
    return rows().stream()
        .flatMap(row -> row.tally().stream())
        .anyMatch(tally -> !tally.documentShare().isZero());
  }

  /** The total with tax of what is invoiced first: what credit is asked for. */
  public Money asked() {
    return check.tally().totals().firstInvoice().total();
  }

  /** What the customer pays. */
  public Money contract() {
    return check.tally().totals().contract();
  }
}
