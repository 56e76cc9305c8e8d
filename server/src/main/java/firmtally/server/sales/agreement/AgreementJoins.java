package firmtally.server.sales.agreement;

import firmtally.core.money.UnitPrice;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.core.renewal.RecurringAgreement;
import firmtally.core.worksheet.LineTally;
import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is sold later joins an agreement that runs already: it ends on the same day, the stub
 * charged by its days, and both are renewed by one opportunity.
 */
@Service
public class AgreementJoins {
  private final AgreementService agreements;
  private final AgreementStore store;
  private final AgreementEnds ends;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final SettingsService settings;
  private final Records records;
  private final ChangeLog log;
  private final Clock clock;

  AgreementJoins(
      AgreementService agreements,
      AgreementStore store,
      AgreementEnds ends,
      OpportunityService opportunities,
      WorksheetService worksheets,
      SettingsService settings,
      Records records,
      ChangeLog log,
      Clock clock) {
    this.agreements = agreements;
    this.store = store;
    this.ends = ends;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.settings = settings;
    this.records = records;
    this.log = log;
    this.clock = clock;
  }

  /**
   * An agreement that what recurs could join.
   *
   * @param until what would be charged until it ends, without tax
   */
  public record Joinable(AgreementId id, String number, LocalDate end, Money until) {}

  /** Those of its account that what recurs of a deal could join; none for a renewal. */
  public List<Joinable> of(Opportunity opportunity, Calculation worked, Actor actor) {
    if (opportunity.renewsId() != null || AgreementService.byTerm(worked).isEmpty()) {
      return List.of();
    }
    return store.ofAccount(opportunity.accountId()).stream()
        .filter(agreement -> isOpen(agreement, worked))
        .filter(agreement -> records.isEditable("agreement", agreement.id(), actor))
        .map(a -> new Joinable(a.id(), a.number(), a.end(), until(a.end(), worked)))
        .toList();
  }

  /** Whether its next term is still to be quoted, and ends when that of the new one could. */
  private boolean isOpen(Agreement agreement, Calculation worked) {
    LocalDate today = LocalDate.now(clock);
    return agreement.isRunning()
        && agreement.joinsId() == null
        && !agreement.end().isBefore(today)
        && AgreementService.byTerm(worked).keySet().stream()
            .noneMatch(months -> agreement.end().isAfter(latest(today, months)))
        && store
            .next(agreement.id())
            .map(next -> opportunities.readable(next, Actor.SYSTEM))
            .filter(next -> next.isOpen() && next.leadQuoteId() == null)
            .isPresent();
  }

  /** One term after its own end: as far as an end can be moved. */
  private static LocalDate latest(LocalDate start, int months) {
    return start.plusMonths(months).minusDays(1).plusMonths(months);
  }

  private Money until(LocalDate end, Calculation worked) {
    CurrencyUnit currency = settings.company().currency();
    LocalDate start = LocalDate.now(clock);
    List<RecurringAgreement> all = new ArrayList<>();
    AgreementService.byTerm(worked)
        .forEach(
            (months, plans) -> {
              RecurringAgreement whole =
                  new RecurringAgreement(
                      "months " + months,
                      start,
                      months,
                      Optional.empty(),
                      true,
                      plans.stream().map(AgreementService.Plan::charged).toList());
              all.add(
                  end.isBefore(start.plusMonths(months))
                      ? whole.endingOn(end)
                      : whole.extendedTo(end));
            });
    return ChargeCalendar.of(currency, start, end, all).charges().stream()
        .map(ChargeCalendar.Charge::net)
        .reduce(Money.zero(currency), Money::plus);
  }

  /** Whether what recurs may join as it was asked for; what was not asked for joins nothing. */
  public void check(
      @MaybeNull AgreementId wanted, Opportunity opportunity, Calculation worked, Actor actor) {
    if (wanted != null
        && of(opportunity, worked, actor).stream().noneMatch(one -> one.id().equals(wanted))) {
      throw new NotPossible(
          "That agreement can no longer be joined: it ended, or its next term is quoted. Choose again.");
    }
  }

  /**
   * Makes agreements of what recurs on an order. Where one was to be joined and still can be, they
   * end with it, and their lines stand on its next term; else each has a next term of its own.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void make(AgreementService.Source source, @MaybeNull AgreementId wanted, Actor actor) {
    Optional<Agreement> target =
        Optional.ofNullable(wanted)
            .flatMap(store::find)
            .filter(agreement -> isOpen(agreement, source.worked()));
    for (AgreementService.Made made : agreements.make(source, target.isEmpty(), actor)) {
      target.ifPresent(with -> join(made, with, actor));
    }
  }

  private void join(AgreementService.Made made, Agreement with, Actor actor) {
    OpportunityId next = store.next(with.id()).orElseThrow();
    ends.move(
        made.id(),
        agreements.readable(made.id(), Actor.SYSTEM).version(),
        new AgreementEnds.MoveForm(with.end().toString()),
        Actor.SYSTEM);
    List<String> lines =
        append(next, made.next().stream().map(line -> inTerm(line, with.termMonths())).toList());
    store.join(made.id(), with.id(), lines);
    log.note(actor.id(), "agreement", made.id(), "joins", null, with.number());
    log.note(actor.id(), "agreement", with.id(), "joined by", null, made.number());
  }

  /** From the next term on it has the term of what it joined, where its charges fit into that. */
  private static LineForm inTerm(LineForm line, int months) {
    return line.everyMonths() != null && months % line.everyMonths() == 0
        ? line.but().plan(new LineForm.Plan(line.everyMonths(), months)).build()
        : line;
  }

  /**
   * What joined goes its own way: its order is cancelled, or the customer does not want it any
   * more. Its lines leave the next term of what it joined, unless that is with the customer as a
   * quote.
   */
  @EventListener
  @Transactional(propagation = Propagation.MANDATORY)
  void left(AgreementLeft told) {
    List<String> lines = store.leave(told.agreement());
    Agreement with = agreements.readable(told.from(), Actor.SYSTEM);
    boolean isTakenOut =
        store
            .next(with.id())
            .map(next -> opportunities.readable(next, Actor.SYSTEM))
            .filter(next -> next.leadQuoteId() == null)
            .map(
                next -> {
                  var context = opportunities.context(next);
                  Calculation now = worksheets.get(next.worksheetId(), context);
                  List<LineForm> rest =
                      now.form().lines().stream().filter(l -> !lines.contains(l.id())).toList();
                  worksheets.save(
                      next.worksheetId(), now.version(), context, now.form().with(rest));
                  return true;
                })
            .orElse(false);
    log.note(
        told.actor().id(),
        "agreement",
        with.id(),
        "left by",
        agreements.readable(told.agreement(), Actor.SYSTEM).number(),
        isTakenOut ? "its lines left the next term" : "the next term stays as quoted");
  }

  /** Its lines after those that are there, under ids of their own, which are given back. */
  private List<String> append(OpportunityId next, List<LineForm> more) {
    Opportunity opportunity = opportunities.readable(next, Actor.SYSTEM);
    var context = opportunities.context(opportunity);
    Calculation now = worksheets.get(opportunity.worksheetId(), context);
    Set<String> taken = new HashSet<>();
    List<LineForm> lines = new ArrayList<>(own(now));
    lines.forEach(line -> taken.add(line.id()));
    List<String> ids = new ArrayList<>();
    int n = 1;
    for (LineForm line : more) {
      while (!taken.add("j" + n)) {
        n++;
      }
      ids.add("j" + n);
      lines.add(line.but().id("j" + n).build());
    }
    worksheets.save(opportunity.worksheetId(), now.version(), context, WorksheetForm.of(lines));
    return ids;
  }

  /**
   * The rows that are there. What is taken off the whole is not to be taken off what comes to them:
   * it becomes part of each price, half up to 4 decimals.
   */
  private static List<LineForm> own(Calculation now) {
    boolean isShared = now.isShared();
    return now.rows().stream()
        .map(
            row ->
                isShared && row.tally().filter(LineTally::isSold).isPresent()
                    ? row.form().at(each(row.tally().get()))
                    : row.form())
        .toList();
  }

  private static String each(LineTally tally) {
    return UnitPrice.each(tally.finalAmount(), tally.line().quantity()).toString();
  }
}
