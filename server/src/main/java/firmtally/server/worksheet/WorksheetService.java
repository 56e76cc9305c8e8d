package firmtally.server.worksheet;

import firmtally.core.margin.SignOff;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
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
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Works worksheets out and keeps them. */
@Service
public class WorksheetService {
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
    Partial.Trust trust = new Partial.Trust(reading.rows(), reading.products(), problems);
    // Sets are judged as a whole; here each of their lines is worked out for itself.
    List<Line> lines = trust.lines().stream().map(Line::alone).toList();
    WorksheetQuestion question = question(context, lines, Optional.empty(), Optional.empty());
    return trust.partial(question.answer().tally().lines(), form.isShared());
  }

  /** A kept worksheet, worked out with today's rules, or as it was agreed. */
  public Worked get(long id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    if (row.agreed() == null) {
      return kept(id, row.version(), context, form, catalogue.byCodes(codes(form)));
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
        LocalDate.now(clock),
        List.of());
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

  /**
   * Makes a worksheet from lines that were kept before, such as those of a term that goes on. Part
   * of the act that makes what it hangs on. What would be refused today is not lost: it is named
   * where the worksheet is looked at.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Worked create(WorksheetContext context, WorksheetForm form) {
    long id = store.insert(settings.company().currency().getCode());
    Worked worked = kept(id, 2, context, form, catalogue.byCodes(codes(form)));
    keep(1, worked);
    return worked;
  }

  private int keep(long version, Worked worked) {
    Optional<String> role = worked.check().signOff().flatMap(SignOff::role);
    int updated = store.update(worked.id(), version, worked.check().tally(), role);
    if (updated > 0) {
      store.replaceLines(worked.id(), worked.rows());
    }
    return updated;
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
    if (keep(version, worked) == 0) {
      WorksheetStore.SheetRow now = row(id);
      if (now.agreed() != null) {
        throw new NotPossible("This is agreed and can no longer be changed.");
      }
      throw new Conflict(
          "Somebody else saved these lines in the meantime. What you typed is still here; look at theirs and save again.",
          now.version());
    }
    return worked;
  }

  /**
   * Works a kept worksheet out with the prices of today and keeps what it comes to; what is typed
   * and its version stay.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void rework(long id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    if (row.agreed() != null) {
      return;
    }
    WorksheetForm form = form(row);
    Worked worked = kept(id, row.version(), context, form, catalogue.byCodes(codes(form)));
    store.rework(id, worked.check().tally(), worked.check().signOff().flatMap(SignOff::role));
    store.reworkLines(id, worked.rows());
  }

  /** What a kept worksheet would come to if products were as given. */
  public Worked supposing(long id, WorksheetContext context, Map<String, Product> instead) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    Map<String, Product> products = new HashMap<>(catalogue.byCodes(codes(form)));
    products.replaceAll((code, product) -> instead.getOrDefault(code, product));
    return kept(id, row.version(), context, form, products);
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

  /** What somebody typed: everything that is wrong with it is refused. */
  private Worked worked(long id, long version, WorksheetContext context, WorksheetForm typed) {
    Reading reading = read(context, typed, catalogue.byCodes(codes(typed)));
    reading.reader().input().check();
    try {
      return worked(id, version, context, typed, reading, reading.discount());
    } catch (DiscountTooLargeException e) {
      throw new BadInput(List.of(tooLarge(e)));
    }
  }

  /**
   * What was kept: it still opens when prices or the customer's range have changed since. What
   * would be refused today is named beside it; a discount that is more than the lines make now is
   * left out.
   */
  private Worked kept(
      long id,
      long version,
      WorksheetContext context,
      WorksheetForm typed,
      Map<String, Product> products) {
    Reading reading = read(context, typed, products);
    try {
      return worked(id, version, context, typed, reading, reading.discount());
    } catch (DiscountTooLargeException e) {
      reading.reader().input().problems().add(tooLarge(e).at(), tooLarge(e).message());
      return worked(id, version, context, typed, reading, Optional.empty());
    }
  }

  private static Problem tooLarge(DiscountTooLargeException e) {
    return new Problem(
        "discountAmount", "This is more than the one-off lines make: " + e.most() + ".");
  }

  private Worked worked(
      long id,
      long version,
      WorksheetContext context,
      WorksheetForm typed,
      Reading reading,
      Optional<DocumentDiscount> discount) {
    WorksheetQuestion question = question(context, reading.lines(), discount, reading.target());
    return new Worked(
        id,
        version,
        false,
        reading.form(typed),
        question,
        question.answer(),
        reading.products(),
        LocalDate.now(clock),
        reading.reader().input().problems().list());
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
      return typed.read(rows.stream().map(FormReader.Read::form).toList(), discount);
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
