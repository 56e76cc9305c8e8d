package firmtally.server.worksheet.keeping;

import firmtally.core.money.Percent;
import firmtally.core.worksheet.Picks;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.formats.reckon.WorksheetQuestion;
import firmtally.server.catalogue.product.Product;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Saves worksheets, opens saved ones, and locks what was agreed. */
@Service
public class WorksheetService {
  /** So many worksheets are read at a time. */
  private static final int AT_A_TIME = 200;

  private final WorksheetStore store;
  private final Calculator calculator;
  private final SettingsService settings;

  WorksheetService(WorksheetStore store, Calculator calculator, SettingsService settings) {
    this.store = store;
    this.calculator = calculator;
    this.settings = settings;
  }

  /** A saved worksheet, calculated with today's rules, or as it was agreed. */
  public Calculation get(WorksheetId id, WorksheetContext context) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    Calculator.Saved saved = new Calculator.Saved(id, row.version());
    return row.agreed() == null
        ? calculator.saved(saved, context, form)
        : calculator.agreed(saved, context, form, WorksheetDocument.read(row.agreed()));
  }

  private WorksheetStore.SheetRow row(WorksheetId id) {
    return store.find(id).orElseThrow(() -> new NotThere("worksheet", id));
  }

  private WorksheetForm form(WorksheetStore.SheetRow row) {
    boolean isPercent = "percent".equals(row.discountKind());
    boolean isAmount = "amount".equals(row.discountKind());
    CurrencyUnit currency = settings.company().currency();
    return new WorksheetForm(
        row.lines(),
        isPercent ? Percent.ofTenThousandths(row.discount()).toString() : null,
        isAmount ? Money.ofMinor(currency, row.discount()).getAmount().toPlainString() : null,
        null,
        null,
        null);
  }

  /**
   * Makes a worksheet from lines that were saved before, such as those of a term that goes on. Part
   * of the act that makes what it belongs to. What would be refused today is not lost: it is named
   * where the worksheet is looked at.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Calculation create(WorksheetContext context, WorksheetForm form) {
    WorksheetId id = store.insert(settings.company().currency().getCode());
    Calculation made = calculator.saved(new Calculator.Saved(id, 2), context, form);
    write(1, made);
    return made;
  }

  private int write(long version, Calculation made) {
    Optional<String> role = made.signOff().role();
    int updated = store.update(made.id(), version, made.check().tally(), role);
    if (updated > 0) {
      store.replaceLines(made.id(), made.rows());
    }
    return updated;
  }

  /**
   * Saves what was typed in place of what was there.
   *
   * @param version the version that it was made from
   * @throws Conflict when somebody else saved in the meantime
   * @throws NotPossible when it is agreed already
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Calculation save(
      WorksheetId id, long version, WorksheetContext context, WorksheetForm form) {
    Calculation made = calculator.typed(new Calculator.Saved(id, version + 1), context, form);
    if (write(version, made) == 0) {
      WorksheetStore.SheetRow now = row(id);
      if (now.agreed() != null) {
        throw new NotPossible("This can no longer be edited.");
      }
      throw new Conflict(
          "Somebody else saved these lines. Your entries are kept: compare, take theirs or save yours.",
          now.version());
    }
    return made;
  }

  /** Worksheets that are recalculated one after the other, from one reading of the catalogue. */
  public Batch batch() {
    return new Batch(calculator.remembering());
  }

  /** See {@link #batch}. Part of the act that changed the prices. */
  public final class Batch {
    private final Calculator remembering;

    private Batch(Calculator remembering) {
      this.remembering = remembering;
    }

    /**
     * Calculates saved worksheets with the prices of today and saves what they come to; what is
     * typed and their versions stay. They are read many at a time.
     *
     * @param forWhom what each is calculated for, by its id
     */
    public void recalculate(Map<WorksheetId, WorksheetContext> forWhom) {
      List<WorksheetId> ids = List.copyOf(forWhom.keySet());
      for (int from = 0; from < ids.size(); from += AT_A_TIME) {
        List<WorksheetId> part = ids.subList(from, Math.min(from + AT_A_TIME, ids.size()));
        for (WorksheetStore.SheetRow row : store.find(part)) {
          if (row.agreed() == null) {
            recalculate(row, forWhom.get(row.id()));
          }
        }
      }
    }

    /** Looks at saved worksheets that can still change, one after the other. */
    public void each(Map<WorksheetId, WorksheetContext> forWhom, Consumer<Calculation> look) {
      List<WorksheetId> ids = List.copyOf(forWhom.keySet());
      for (int from = 0; from < ids.size(); from += AT_A_TIME) {
        List<WorksheetId> part = ids.subList(from, Math.min(from + AT_A_TIME, ids.size()));
        for (WorksheetStore.SheetRow row : store.find(part)) {
          if (row.agreed() == null) {
            look.accept(
                remembering.saved(
                    new Calculator.Saved(row.id(), row.version()),
                    forWhom.get(row.id()),
                    form(row)));
          }
        }
      }
    }

    /** What one of them would come to with other rows; nothing is kept. */
    public Calculation supposing(Calculation is, WorksheetContext context, WorksheetForm form) {
      return remembering.saved(new Calculator.Saved(is.id(), is.version()), context, form);
    }

    /**
     * Saves other rows of one of them, in the next version.
     *
     * @param version that they were made from
     * @throws Conflict when somebody else saved in the meantime
     */
    public Calculation save(
        WorksheetId id, long version, WorksheetContext context, WorksheetForm form) {
      Calculation made = remembering.saved(new Calculator.Saved(id, version + 1), context, form);
      if (write(version, made) == 0) {
        throw new Conflict("Somebody else saved these lines.", row(id).version());
      }
      return made;
    }

    private void recalculate(WorksheetStore.SheetRow row, WorksheetContext context) {
      Calculation made =
          remembering.saved(new Calculator.Saved(row.id(), row.version()), context, form(row));
      store.recalculate(row.id(), made.check().tally(), made.signOff().role());
      store.recalculateLines(row.id(), made.rows());
    }
  }

  /** What a saved worksheet would come to with other rows; nothing is kept. */
  public Calculation supposing(WorksheetId id, WorksheetContext context, WorksheetForm form) {
    return calculator.typed(new Calculator.Saved(id, row(id).version()), context, form);
  }

  /** What a saved worksheet would come to if products were as given. */
  public Calculation supposing(
      WorksheetId id, WorksheetContext context, Map<String, Product> instead) {
    WorksheetStore.SheetRow row = row(id);
    WorksheetForm form = form(row);
    Map<String, Product> products = new HashMap<>(calculator.productsOf(form));
    products.replaceAll((code, product) -> instead.getOrDefault(code, product));
    return calculator.saved(new Calculator.Saved(id, row.version()), context, form, products);
  }

  /** Locks a worksheet: its prices, costs, taxes and rules stay as they are now. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(WorksheetId id, WorksheetContext context) {
    Calculation made = get(id, context);
    if (!made.locked()) {
      store.lock(id, WorksheetDocument.write(made.question()));
    }
  }

  /**
   * What was agreed, with what the customer picked of its options and alternatives.
   *
   * @throws IllegalArgumentException if something is picked that is not on offer
   * @throws firmtally.core.worksheet.DiscountTooLargeException if what is left is less than what is
   *     taken off the whole
   */
  public Calculation picked(Calculation agreed, WorksheetContext context, Picks picks) {
    WorksheetQuestion question = agreed.question();
    return calculator.agreed(
        new Calculator.Saved(agreed.id(), agreed.version()),
        context,
        agreed.form().picked(picks),
        new WorksheetQuestion(
            picks.applied(question.worksheet()), question.policy(), question.target()));
  }

  /**
   * What was offered becomes what was picked of it: its lines, its sums and what is agreed.
   *
   * @throws IllegalArgumentException if something is picked that is not on offer
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void pick(WorksheetId id, WorksheetContext context, Picks picks) {
    Calculation made = picked(get(id, context), context, picks);
    store.pick(
        id, made.check().tally(), made.signOff().role(), WorksheetDocument.write(made.question()));
    store.replaceLines(id, made.rows());
  }

  /**
   * What was agreed, in other quantities, each at the prices and rules that were agreed.
   *
   * @param quantities by the lines' ids; a line of 0 is left out, and its set of alternatives with
   *     it
   * @throws firmtally.core.worksheet.DiscountTooLargeException if what is left is less than what is
   *     taken off the whole
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Calculation changeQuantities(
      WorksheetId id, WorksheetContext context, Map<String, BigDecimal> quantities) {
    Calculation agreed = get(id, context);
    WorksheetQuestion question = agreed.question();
    Calculation made =
        calculator.agreed(
            new Calculator.Saved(id, agreed.version() + 1),
            context,
            agreed.form().inQuantities(quantities),
            new WorksheetQuestion(
                question.worksheet().inQuantities(quantities),
                question.policy(),
                question.target()));
    store.pick(
        id, made.check().tally(), made.signOff().role(), WorksheetDocument.write(made.question()));
    store.replaceLines(id, made.rows());
    return made;
  }

  /**
   * Makes a locked worksheet of one that is still open: what an opportunity comes to now is
   * ordered.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Calculation createLocked(WorksheetContext context, WorksheetForm form) {
    Calculation made = create(context, form);
    lock(made.id(), context);
    return get(made.id(), context);
  }

  /** Makes a locked copy of a locked worksheet: an order is what was quoted, to the last figure. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Calculation copyLocked(WorksheetId id, WorksheetContext context) {
    Calculation from = get(id, context);
    WorksheetId copy = store.insert(settings.company().currency().getCode());
    Optional<String> role = from.signOff().role();
    store.update(copy, 1, from.check().tally(), role);
    store.replaceLines(copy, from.rows());
    store.lock(copy, WorksheetDocument.write(from.question()));
    return get(copy, context);
  }
}
