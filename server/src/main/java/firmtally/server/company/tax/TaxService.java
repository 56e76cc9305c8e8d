package firmtally.server.company.tax;

import firmtally.core.money.Percent;
import firmtally.server.access.Actor;
import firmtally.server.company.tax.TaxStore.ChangeRow;
import firmtally.server.company.tax.TaxStore.RateRow;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.TaxChangeId;
import firmtally.server.platform.ids.TaxRateId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Written;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The taxes that products carry. A law that changes a percent does so on a day: on that day the tax
 * and every product that carries it change; what was quoted, ordered or invoiced keeps what it had.
 */
@Service
public class TaxService implements DueWork {
  private static final RecordId COMPANY = new RecordId(1);
  private static final int LONGEST = 60;
  private final TaxStore store;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Remembered<Optional<Percent>> usual;

  TaxService(TaxStore store, ChangeLog log, ApplicationEventPublisher events, Clock clock) {
    this.store = store;
    this.log = log;
    this.events = events;
    this.clock = clock;
    this.usual = new Remembered<>(store::usual);
  }

  /** The tax of a line that is in no catalogue, unless it names another. */
  public Percent usual() {
    return usual.get().orElse(Percent.ZERO);
  }

  /** The taxes, the usual one first. */
  public List<RateRow> rates() {
    return store.rates();
  }

  List<ChangeRow> planned() {
    return store.changes();
  }

  /** A tax to be added, or its name changed. */
  public record TaxForm(
      @MaybeNull String name, @MaybeNull String percent, @MaybeNull Boolean usual) {}

  /** From which day on a tax has another percent. */
  public record TaxChangeForm(String from, String percent) {}

  /** Adds a tax. */
  @Transactional
  public TaxRateId add(TaxForm typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    Optional<Percent> percent = percent(input, typed.percent());
    percent.ifPresent(p -> checkFree(input, p));
    input.check();
    TaxRateId id = store.insert(name, percent.orElseThrow());
    if (Boolean.TRUE.equals(typed.usual()) || store.usual().isEmpty()) {
      store.setUsual(id);
    }
    usual.forget();
    log.note(actor.id(), "taxes", COMPANY, "tax added", null, name + ", " + percent.get() + " %");
    return id;
  }

  private void checkFree(Input input, Percent percent) {
    store.rates().stream()
        .filter(rate -> rate.percent().equals(percent))
        .findFirst()
        .ifPresent(same -> input.refuse("percent", same.name() + " has this percent already."));
    if (store.changes().stream().anyMatch(change -> change.percent().equals(percent))) {
      input.refuse("percent", "Another tax is planned to have this percent.");
    }
  }

  private static Optional<Percent> percent(Input input, String typed) {
    return input.value(
        "percent",
        typed,
        text -> Percent.parse(text).within("percent", Percent.ZERO, Percent.HUNDRED));
  }

  /** Changes the name of a tax, or makes it the usual one. */
  @Transactional
  public void change(TaxRateId id, TaxForm typed, Actor actor) {
    actor.checkManages();
    RateRow before = rate(id);
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    input.check();
    if (!name.equals(before.name())) {
      store.rename(id, name);
      log.note(actor.id(), "taxes", COMPANY, "name of a tax", before.name(), name);
    }
    if (Boolean.TRUE.equals(typed.usual()) && !before.usual()) {
      String was =
          store.rates().stream().filter(RateRow::usual).map(RateRow::name).findFirst().orElse(null);
      store.setUsual(id);
      log.note(actor.id(), "taxes", COMPANY, "usual tax", was, name);
    }
    usual.forget();
  }

  private RateRow rate(TaxRateId id) {
    return store.rates().stream()
        .filter(rate -> rate.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new NotThere("tax", id));
  }

  /** A tax is no longer offered; no product may carry it. */
  @Transactional
  public void end(TaxRateId id, Actor actor) {
    actor.checkManages();
    RateRow rate = rate(id);
    if (rate.products() > 0) {
      throw new NotPossible(
          rate.products() + " products carry " + rate.name() + "; give them another tax first.");
    }
    if (rate.usual()) {
      throw new NotPossible(rate.name() + " is the usual tax; make another one usual first.");
    }
    store.end(id, clock.instant());
    log.note(actor.id(), "taxes", COMPANY, "tax removed", rate.name(), null);
  }

  /** Plans another percent from a day on; one of today holds at once. */
  @Transactional
  public void plan(TaxRateId id, TaxChangeForm typed, Actor actor) {
    actor.checkManages();
    RateRow rate = rate(id);
    Input input = new Input();
    Optional<LocalDate> from = input.day("from", typed.from());
    if (from.isPresent() && from.get().isBefore(LocalDate.now(clock))) {
      input.refuse("from", "Enter a day from today on: what was invoiced before stays as it was.");
    }
    Optional<Percent> percent = percent(input, typed.percent());
    percent.ifPresent(p -> checkFree(input, p));
    input.check();
    store.plan(id, from.orElseThrow(), percent.orElseThrow(), actor.id());
    log.note(
        actor.id(),
        "taxes",
        COMPANY,
        rate.name() + " from " + Written.day(from.get()),
        rate.percent() + " %",
        percent.get() + " %");
    run(LocalDate.now(clock));
  }

  /** Takes back a change that has not come. */
  @Transactional
  public void withdraw(TaxChangeId id, Actor actor) {
    actor.checkManages();
    if (store.withdraw(id, clock.instant()) == 0) {
      throw new NotThere("planned change", id);
    }
    log.note(actor.id(), "taxes", COMPANY, "planned change of a tax", "planned", "withdrawn");
  }

  @Override
  public String job() {
    return "taxes that change";
  }

  @Override
  @Transactional
  public void run(LocalDate today) {
    for (ChangeRow change : store.changes()) {
      if (!change.fromDay().isAfter(today)) {
        RateRow rate = rate(change.rateId());
        store.change(change, clock.instant());
        events.publishEvent(new TaxChanged(rate.percent(), change.percent()));
        log.note(
            Actor.SYSTEM.id(),
            "taxes",
            COMPANY,
            rate.name(),
            rate.percent() + " %",
            change.percent() + " %, " + rate.products() + " products");
      }
    }
    usual.forget();
  }
}
