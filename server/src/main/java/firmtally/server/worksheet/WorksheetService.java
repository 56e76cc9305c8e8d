package firmtally.server.worksheet;

import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.SignOff;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.money.Percent;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.core.worksheet.DocumentDiscount;
import firmtally.core.worksheet.Line;
import firmtally.core.worksheet.Worksheet;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.catalogue.CatalogueService;
import firmtally.server.catalogue.Product;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.Conflict;
import firmtally.server.platform.NotPossible;
import firmtally.server.platform.NotThere;
import firmtally.server.settings.SettingsService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
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
   * A worksheet worked out.
   *
   * @param form as typed, with descriptions filled in
   * @param locked whether it is agreed and cannot change any more
   */
  public record Worked(
      long id,
      long version,
      boolean locked,
      WorksheetForm form,
      WorksheetQuestion question,
      MarginCheck check) {
    /** The total with tax of what is invoiced first: what credit is asked for. */
    public Money asked() {
      return check.tally().totals().firstInvoice().total();
    }

    /** What the customer pays. */
    public Money contract() {
      return check.tally().totals().contract();
    }
  }

  /** Works out what was typed, without keeping it. */
  public Worked tally(WorksheetContext context, WorksheetForm form) {
    return worked(0, 0, context, form);
  }

  /** A kept worksheet, worked out with today's rules, or as it was agreed. */
  public Worked get(long id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    if (row.agreed() == null) {
      return worked(id, row.version(), context, form);
    }
    WorksheetQuestion agreed = WorksheetDocument.read(row.agreed());
    return new Worked(id, row.version(), true, form, agreed, agreed.answer());
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
    store.replaceLines(id, worked.form().lines(), worked.check().tally().lines());
    return worked;
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
    store.replaceLines(copy, from.form().lines(), from.check().tally().lines());
    store.lock(copy, WorksheetDocument.write(from.question()));
    return get(copy, context);
  }

  private Worked worked(long id, long version, WorksheetContext context, WorksheetForm typed) {
    SettingsService.Company company = settings.company();
    Map<String, Product> products = catalogue.byCodes(codes(typed));
    FormReader reader = new FormReader(company.currency(), products);
    List<Line> lines = reader.lines(typed.lines());
    Optional<DocumentDiscount> discount = reader.discount(typed);
    Optional<Target> target = reader.target(typed);
    checkSets(typed, reader);
    reader.input().check();
    SignOffPolicy policy = settings.signOffPolicy(context.asker());
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
    WorksheetQuestion question = new WorksheetQuestion(sheet, Optional.of(policy), target);
    return new Worked(id, version, false, described(typed, products), question, answer(question));
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
    for (LineForm line : form.lines()) {
      if (line.product() != null && !line.product().isBlank()) {
        codes.add(line.product().strip());
      }
    }
    return codes;
  }

  private static void checkSets(WorksheetForm form, FormReader reader) {
    Set<String> chosen = new LinkedHashSet<>();
    List<LineForm> lines = form.lines();
    for (int i = 0; i < lines.size(); i++) {
      if (set(lines.get(i)).isPresent()
          && lines.get(i).chosen()
          && !chosen.add(set(lines.get(i)).get())) {
        reader.input().refuse("lines[" + i + "].chosen", "Another line of this set is chosen.");
      }
    }
    for (int i = 0; i < lines.size(); i++) {
      if (set(lines.get(i)).filter(chosen::add).isPresent()) {
        reader.input().refuse("lines[" + i + "].chosen", "Choose one line of this set.");
      }
    }
  }

  private static Optional<String> set(LineForm line) {
    return Optional.ofNullable(line.alternativeSet()).filter(s -> !s.isBlank()).map(String::strip);
  }

  /** A product's line without words of its own takes the product's name. */
  private static WorksheetForm described(WorksheetForm form, Map<String, Product> products) {
    List<LineForm> lines = new ArrayList<>();
    for (LineForm l : form.lines()) {
      String words = l.description() == null ? "" : l.description().strip();
      if (words.isEmpty() && l.product() != null && products.containsKey(l.product().strip())) {
        words = products.get(l.product().strip()).name();
      }
      lines.add(
          new LineForm(
              l.id(),
              l.product(),
              words,
              l.family(),
              l.listPrice(),
              l.unitCost(),
              l.taxPercent(),
              l.quantity(),
              l.discountPercent(),
              l.unitPrice(),
              l.gift(),
              l.optional(),
              l.alternativeSet(),
              l.chosen(),
              l.everyMonths(),
              l.termMonths()));
    }
    return new WorksheetForm(
        lines,
        form.discountPercent(),
        form.discountAmount(),
        form.targetContract(),
        form.targetMargin());
  }
}
