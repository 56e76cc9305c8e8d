package firmtally.server.sales.agreement;

import firmtally.core.money.Percent;
import firmtally.core.renewal.ChargeCalendar;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import org.joda.money.CurrencyUnit;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An agreement's page, what is agreed about its renewal, and how it ends. */
@RestController
@RequestMapping("/api/agreements/{id}")
class AgreementController {
  private final AgreementService agreements;
  private final AgreementStore store;
  private final AgreementPageStore pages;
  private final AgreementCharges charges;
  private final AgreementTerms terms;
  private final AgreementEnds ends;
  private final AccountService accounts;
  private final UserService users;
  private final Records records;
  private final SettingsService settings;

  AgreementController(
      AgreementService agreements,
      AgreementStore store,
      AgreementPageStore pages,
      AgreementCharges charges,
      AgreementTerms terms,
      AgreementEnds ends,
      AccountService accounts,
      UserService users,
      Records records,
      SettingsService settings) {
    this.agreements = agreements;
    this.store = store;
    this.pages = pages;
    this.charges = charges;
    this.terms = terms;
    this.ends = ends;
    this.accounts = accounts;
    this.users = users;
    this.records = records;
    this.settings = settings;
  }

  /** A line as it was agreed. */
  record AgreementLineView(
      String line,
      @MaybeNull String product,
      String description,
      String quantity,
      String unitNet,
      int everyMonths,
      String charge,
      String taxPercent) {}

  /**
   * A charge of its calendar.
   *
   * @param invoiceId by which it was invoiced; null while it was not
   */
  record ChargeView(
      String line,
      String description,
      LocalDate on,
      LocalDate from,
      LocalDate to,
      String net,
      @MaybeNull DocumentId invoiceId) {}

  /**
   * The opportunity of the next term, and its quote.
   *
   * @param growth by how much it is more a month than what runs; below 0 where it is less
   */
  record NextView(
      OpportunityId id,
      String number,
      String state,
      String stage,
      String monthly,
      String growth,
      String value,
      @MaybeNull DocumentId quoteId,
      @MaybeNull String quote,
      @MaybeNull String quoteState) {}

  /** A term of the chain. */
  record TermView(
      AgreementId id,
      String number,
      String state,
      LocalDate start,
      LocalDate end,
      String monthly,
      String value) {}

  /** A price rise that was made for its next term. */
  record RiseView(
      Instant at,
      String person,
      String words,
      String before,
      String after,
      boolean undone,
      @MaybeNull Instant letterSentAt) {}

  /** Another agreement of the account: its end could be taken, or they are renewed together. */
  record OtherView(AgreementId id, String number, LocalDate end) {}

  /**
   * @param runningMonthly of all that the next term goes on: it, and what joined it
   */
  record AgreementView(
      AgreementId id,
      String number,
      String state,
      AccountId accountId,
      String account,
      String owner,
      OpportunityId opportunityId,
      DocumentId orderId,
      LocalDate start,
      LocalDate end,
      boolean endMoved,
      int termMonths,
      int noticeMonths,
      LocalDate callOn,
      String upliftPercent,
      String terms,
      String monthly,
      String runningMonthly,
      String value,
      @MaybeNull String reason,
      @MaybeNull String competitor,
      List<AgreementLineView> lines,
      List<ChargeView> charges,
      @MaybeNull NextView next,
      @MaybeNull OtherView joins,
      List<OtherView> joinedBy,
      List<TermView> chain,
      List<RiseView> rises,
      List<OtherView> others,
      boolean mayChange,
      long version)
      implements Versioned {}

  /** A period that is charged more, or credited. */
  record PeriodView(
      String line, String description, LocalDate on, LocalDate from, LocalDate to, String net) {}

  /** What another last day would do. */
  record EndEffectView(
      LocalDate before,
      LocalDate end,
      String value,
      List<PeriodView> added,
      List<PeriodView> credits) {}

  @GetMapping
  AgreementView get(@PathVariable AgreementId id, @SignedIn Actor actor) {
    Agreement a = agreements.readable(id, actor);
    LongFunction<String> amounts = settings.amounts();
    return new AgreementView(
        id,
        a.number(),
        a.state().word(),
        a.accountId(),
        accounts.readable(a.accountId(), Actor.SYSTEM).name(),
        users.get(a.ownerId()).name(),
        pages.deal(id),
        a.orderId(),
        a.start(),
        a.end(),
        a.endsOn().isPresent(),
        a.termMonths(),
        a.noticeMonths(),
        a.callOn(),
        a.uplift().equals(Percent.ZERO) ? "" : a.uplift().toString(),
        a.terms(),
        amounts.apply(a.monthly()),
        amounts.apply(running(a)),
        amounts.apply(a.value()),
        a.reason(),
        a.competitor(),
        pages.lines(id, amounts),
        calendar(id),
        pages.next(Optional.ofNullable(a.joinsId()).orElse(id), running(a), amounts).orElse(null),
        Optional.ofNullable(a.joinsId())
            .map(joins -> other(agreements.readable(joins, Actor.SYSTEM)))
            .orElse(null),
        store.joining(id).stream().map(AgreementController::other).toList(),
        pages.chain(id, amounts),
        pages.rises(id, amounts),
        store.others(id, a.accountId()).stream()
            .filter(other -> records.isReadable("agreement", other.id(), actor))
            .map(AgreementController::other)
            .toList(),
        records.isEditable("agreement", id, actor),
        a.version());
  }

  /** What runs, and is renewed by one next term: of what it joined, where it did. */
  private long running(Agreement a) {
    Agreement first = a.joinsId() == null ? a : agreements.readable(a.joinsId(), Actor.SYSTEM);
    return first.monthly() + store.joining(first.id()).stream().mapToLong(Agreement::monthly).sum();
  }

  private static OtherView other(Agreement other) {
    return new OtherView(other.id(), other.number(), other.end());
  }

  private List<ChargeView> calendar(AgreementId id) {
    AgreementCharges.Charged charged = charges.get(id);
    CurrencyUnit currency = settings.company().currency();
    Map<String, DocumentId> invoiced = new HashMap<>();
    charges.invoiced(id).forEach(period -> invoiced.put(period.key(), period.invoice()));
    return charged
        .recurring(currency)
        .map(
            recurring ->
                ChargeCalendar.of(currency, charged.start(), charged.end(), List.of(recurring))
                    .charges())
        .orElse(List.of())
        .stream()
        .map(
            c ->
                new ChargeView(
                    c.line().id(),
                    charged.line(c.line().id()).words(),
                    c.on(),
                    c.from(),
                    c.to(),
                    c.net().getAmount().toPlainString(),
                    invoiced.get(c.line().id() + " " + c.from())))
        .toList();
  }

  /** Changes what is agreed about the next term. */
  @PutMapping("/terms")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void terms(
      @PathVariable AgreementId id,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody AgreementTerms.TermsForm typed,
      @SignedIn Actor actor) {
    terms.change(id, Versions.of(version), typed, actor);
  }

  /** What another last day would do; nothing is kept. */
  @GetMapping("/end")
  EndEffectView effect(
      @PathVariable AgreementId id,
      @RequestParam(defaultValue = "") String on,
      @SignedIn Actor actor) {
    AgreementEnds.Effect effect = ends.effect(id, new AgreementEnds.MoveForm(on), actor);
    return new EndEffectView(
        effect.before(),
        effect.end(),
        effect.value().getAmount().toPlainString(),
        effect.added().stream().map(AgreementController::view).toList(),
        effect.credits().stream().map(AgreementController::view).toList());
  }

  private static PeriodView view(AgreementEnds.Period p) {
    return new PeriodView(
        p.line(), p.words(), p.on(), p.from(), p.to(), p.net().getAmount().toPlainString());
  }

  /** Ends on another day, and goes on from there. */
  @PutMapping("/end")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(
      @PathVariable AgreementId id,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody AgreementEnds.MoveForm typed,
      @SignedIn Actor actor) {
    ends.move(id, Versions.of(version), typed, actor);
  }

  /** The customer does not want another term, or leaves before the end of this one. */
  @PostMapping("/not-renewed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void leave(
      @PathVariable AgreementId id,
      @RequestHeader(name = "If-Match", defaultValue = "") String version,
      @RequestBody AgreementEnds.LeaveForm typed,
      @SignedIn Actor actor) {
    ends.leave(id, Versions.of(version), typed, actor);
  }
}
