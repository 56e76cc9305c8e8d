package firmtally.server.worksheet;

import firmtally.core.margin.Landing;
import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.ordering.Supply;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.LineTally;
import firmtally.core.worksheet.Subtotal;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.json.Problem;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.catalogue.CatalogueService;
import firmtally.server.catalogue.Product;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.Conflict;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.NotThere;
import firmtally.server.settings.SettingsService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Works worksheets out and keeps them. */
@Service
public class WorksheetService {
  private static final Logger LOG = LoggerFactory.getLogger(WorksheetService.class);
  private static final Pattern AT_LINE = Pattern.compile("^lines\\[(\\d+)]");
  private final WorksheetStore store;
  private final CatalogueService catalogue;
  private final SettingsService settings;
  private final Clock clock;

  WorksheetService(
      WorksheetStore store, CatalogueService catalogue, SettingsService settings, Clock clock) {
    this.store = store;
    this.catalogue = catalogue;
    this.settings = settings;
    this.clock = clock;
  }

  /** A row, and its figures where it has a price. */
  public record Row(LineForm form, Optional<LineTally> tally) {}

  /**
   * A worksheet worked out.
   *
   * @param form as typed, with descriptions filled in
   * @param locked whether it is agreed and cannot change any more
   * @param products those of its lines, by their codes, as the catalogue has them today
   */
  public record Worked(
      long id,
      long version,
      boolean locked,
      WorksheetForm form,
      WorksheetQuestion question,
      MarginCheck check,
      Map<String, Product> products,
      LocalDate today) {
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
          product.stock(),
          product.leadDays(),
          Optional.ofNullable(form.requestedOn())
              .filter(day -> !day.isBlank())
              .map(day -> LocalDate.parse(day.strip())),
          tally.line().counted());
    }

    /** What each section comes to, by the id of its heading: the lines down to the next heading. */
    public Map<String, Subtotal> subtotals() {
      Map<String, List<LineTally>> sections = new LinkedHashMap<>();
      List<LineTally> section = new ArrayList<>();
      for (Row row : rows()) {
        if (row.form().isSection()) {
          section = new ArrayList<>();
          sections.put(row.form().id(), section);
        }
        row.tally().ifPresent(section::add);
      }
      Map<String, Subtotal> subtotals = new LinkedHashMap<>();
      sections.forEach(
          (id, lines) -> subtotals.put(id, Subtotal.of(question.worksheet().currency(), lines)));
      return subtotals;
    }

    /**
     * What it would be with the landing applied: empty without one, or where it is out of reach.
     */
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

    /** The total with tax of what is invoiced first: what credit is asked for. */
    public Money asked() {
      return check.tally().totals().firstInvoice().total();
    }

    /** What the customer pays. */
    public Money contract() {
      return check.tally().totals().contract();
    }
  }

  /**
   * What became of a question with something wrong in it.
   *
   * @param rows every row; those whose figures do not depend on what is wrong have them
   * @param shared whether something is taken off the whole, so that nobody knows yet what a line
   *     comes to
   */
  public record Partial(List<Row> rows, boolean shared, List<Problem> problems) {}

  /**
   * Works out what was typed, without keeping it.
   *
   * @throws BadInput naming everything that is wrong
   */
  public Worked tally(WorksheetContext context, WorksheetForm form) {
    return worked(0, 0, context, form);
  }

  /**
   * What can be said of something typed that has problems: the rows that are in order, without the
   * share of a discount on the whole. A line whose family holds a wrong line has no figures, as its
   * price may hang on that line's quantity.
   *
   * @param problems as {@link #tally} named them
   */
  public Partial partial(WorksheetContext context, WorksheetForm form, List<Problem> problems) {
    Reading reading = read(context, form, catalogue.byCodes(codes(form)));
    Set<Integer> wrong =
        problems.stream().map(Problem::at).map(WorksheetService::row).collect(Collectors.toSet());
    Set<String> families = new HashSet<>();
    List<Boolean> trusted = new ArrayList<>();
    for (int i = 0; i < reading.rows().size(); i++) {
      if (wrong.contains(i)) {
        familyOf(reading, i).ifPresent(families::add);
      }
    }
    for (int i = 0; i < reading.rows().size(); i++) {
      trusted.add(!wrong.contains(i) && familyOf(reading, i).filter(families::contains).isEmpty());
    }
    boolean shared = isTyped(form.discountPercent()) || isTyped(form.discountAmount());
    return new Partial(rows(context, reading, trusted), shared, problems);
  }

  private static boolean isTyped(String text) {
    return text != null && !text.isBlank();
  }

  private static int row(String at) {
    Matcher line = AT_LINE.matcher(at);
    return line.find() ? Integer.parseInt(line.group(1)) : -1;
  }

  private static Optional<String> familyOf(Reading reading, int row) {
    LineForm form = reading.rows().get(row).form();
    return Optional.ofNullable(form.product())
        .map(code -> reading.products().get(code.strip()))
        .map(Product::family)
        .or(() -> Optional.ofNullable(form.family()));
  }

  private List<Row> rows(WorksheetContext context, Reading reading, List<Boolean> trusted) {
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < trusted.size(); i++) {
      if (trusted.get(i)) {
        // Sets are judged as a whole; here each of their lines is worked out for itself.
        reading.rows().get(i).line().map(WorksheetService::alone).ifPresent(lines::add);
      }
    }
    Map<String, LineTally> byId =
        question(context, lines, Optional.empty(), Optional.empty())
            .answer()
            .tally()
            .lines()
            .stream()
            .collect(Collectors.toMap(t -> t.line().id(), Function.identity()));
    List<Row> rows = new ArrayList<>();
    for (int i = 0; i < trusted.size(); i++) {
      LineForm form = reading.rows().get(i).form();
      Optional<LineTally> tally =
          trusted.get(i) ? Optional.ofNullable(byId.get(form.id())) : Optional.empty();
      rows.add(new Row(form, tally));
    }
    return rows;
  }

  private static Line alone(Line line) {
    return new Line(
        line.id(),
        line.item(),
        line.quantity(),
        line.terms(),
        line.optional(),
        Optional.empty(),
        line.recurring());
  }

  /** A kept worksheet, worked out with today's rules, or as it was agreed. */
  public Worked get(long id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    if (row.agreed() == null) {
      return worked(id, row.version(), context, form);
    }
    WorksheetQuestion agreed = WorksheetDocument.read(row.agreed());
    return new Worked(
        id,
        row.version(),
        true,
        form,
        agreed,
        agreed.answer(),
        catalogue.byCodes(codes(form)),
        LocalDate.now(clock));
  }

  private WorksheetStore.SheetRow row(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("worksheet", id));
  }

  private WorksheetForm form(WorksheetStore.SheetRow row) {
    boolean isPercent = "percent".equals(row.discountKind());
    boolean isAmount = "amount".equals(row.discountKind());
    CurrencyUnit currency = settings.company().currency();
    return new WorksheetForm(
        store.lines(row.id()),
        isPercent ? Percent.ofTenThousandths(row.discount()).toString() : null,
        isAmount ? Money.ofMinor(currency, row.discount()).getAmount().toPlainString() : null,
        null,
        null);
  }

  /** Makes a worksheet from lines. Part of the act that makes what it hangs on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Worked create(WorksheetContext context, WorksheetForm form) {
    long id = store.insert(settings.company().currency().getCode());
    return save(id, 1, context, form);
  }

  /**
   * Keeps what was typed in place of what was there.
   *
   * @param version the version that it was made from
   * @throws Conflict when somebody else saved in the meantime
   * @throws NotPossible when it is agreed already
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Worked save(long id, long version, WorksheetContext context, WorksheetForm form) {
    Worked worked = worked(id, version + 1, context, form);
    Optional<String> role = worked.check().signOff().flatMap(SignOff::role);
    if (store.update(id, version, worked.check().tally(), role) == 0) {
      WorksheetStore.SheetRow now = row(id);
      if (now.agreed() != null) {
        throw new NotPossible("This is agreed and can no longer be changed.");
      }
      throw new Conflict(
          "Somebody else saved these lines in the meantime. What you typed is still here; load theirs, or save yours over it.",
          now.version());
    }
    store.replaceLines(id, worked.rows());
    return worked;
  }

  /**
   * Works a kept worksheet out with the prices of today and keeps what it comes to; what is typed
   * and its version stay. One that cannot be worked out any more keeps what it had.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void rework(long id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    if (row.agreed() != null) {
      return;
    }
    try {
      Worked worked = worked(id, row.version(), context, form(row));
      store.rework(id, worked.check().tally(), worked.check().signOff().flatMap(SignOff::role));
      store.reworkLines(id, worked.rows());
    } catch (BadInput unreadable) {
      LOG.warn("worksheet {} cannot be worked out anew: {}", id, unreadable.getMessage());
    }
  }

  /** What a kept worksheet would come to if products were as given. */
  public Worked supposing(long id, WorksheetContext context, Map<String, Product> instead) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    Map<String, Product> products = new HashMap<>(catalogue.byCodes(codes(form)));
    products.replaceAll((code, product) -> instead.getOrDefault(code, product));
    return worked(id, row.version(), context, form, products);
  }

  /** Locks a worksheet: its prices, costs, taxes and rules stay as they are now. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(long id, WorksheetContext context) {
    Worked worked = get(id, context);
    if (!worked.locked()) {
      store.lock(id, WorksheetDocument.write(worked.question()));
    }
  }

  /** Makes a locked copy of a locked worksheet: an order is what was quoted, to the last figure. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Worked copyLocked(long id, WorksheetContext context) {
    Worked from = get(id, context);
    long copy = store.insert(settings.company().currency().getCode());
    Optional<String> role = from.check().signOff().flatMap(SignOff::role);
    store.update(copy, 1, from.check().tally(), role);
    store.replaceLines(copy, from.rows());
    store.lock(copy, WorksheetDocument.write(from.question()));
    return get(copy, context);
  }

  private Worked worked(long id, long version, WorksheetContext context, WorksheetForm typed) {
    return worked(id, version, context, typed, catalogue.byCodes(codes(typed)));
  }

  private Worked worked(
      long id,
      long version,
      WorksheetContext context,
      WorksheetForm typed,
      Map<String, Product> products) {
    Reading reading = read(context, typed, products);
    reading.reader().input().check();
    WorksheetQuestion question =
        question(context, reading.lines(), reading.discount(), reading.target());
    return new Worked(
        id,
        version,
        false,
        reading.form(typed),
        question,
        answer(question),
        reading.products(),
        LocalDate.now(clock));
  }

  /** What was typed, as far as it could be read. */
  private record Reading(
      FormReader reader,
      List<FormReader.Read> rows,
      Optional<DocumentDiscount> discount,
      Optional<Target> target,
      Map<String, Product> products) {
    List<Line> lines() {
      return rows.stream().flatMap(row -> row.line().stream()).toList();
    }

    WorksheetForm form(WorksheetForm typed) {
      return typed.withLines(rows.stream().map(FormReader.Read::form).toList());
    }
  }

  private Reading read(
      WorksheetContext context, WorksheetForm typed, Map<String, Product> products) {
    FormReader reader =
        new FormReader(
            settings.company().currency(),
            products,
            catalogue.rangeOf(context.account().id()),
            LocalDate.now(clock));
    List<FormReader.Read> rows = reader.rows(Input.given(typed.lines()));
    return new Reading(reader, rows, reader.discount(typed), reader.target(typed), products);
  }

  private WorksheetQuestion question(
      WorksheetContext context,
      List<Line> lines,
      Optional<DocumentDiscount> discount,
      Optional<Target> target) {
    SettingsService.Company company = settings.company();
    Worksheet sheet =
        new Worksheet(
            company.currency(),
            LocalDate.now(clock),
            company.pricePolicy(),
            Optional.of(context.account().buyer()),
            catalogue.rulesFor(
                context.account().number(), Optional.ofNullable(context.account().priceGroup())),
            lines,
            discount,
            context.probability());
    return new WorksheetQuestion(
        sheet, Optional.of(settings.signOffPolicy(context.asker())), target);
  }

  private static MarginCheck answer(WorksheetQuestion question) {
    try {
      return question.answer();
    } catch (DiscountTooLargeException e) {
      throw BadInput.at(
          "discountAmount", "This is more than the one-off lines make: " + e.most() + ".");
    }
  }

  private static Set<String> codes(WorksheetForm form) {
    Set<String> codes = new LinkedHashSet<>();
    for (LineForm line : Input.given(form.lines())) {
      if (line.product() != null && !line.product().isBlank()) {
        codes.add(line.product().strip());
      }
    }
    return codes;
  }
}
