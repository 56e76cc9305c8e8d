package firmtally.server.reporting.recurring;

import firmtally.core.money.Percent;
import firmtally.core.renewal.RecurringBridge;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.web.MaybeNull;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.joda.money.Money;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What recurs: the bridge, what stands behind each bar, and renewals beside new business. */
@RestController
@RequestMapping("/api/recurring")
class RecurringController {
  private final RecurringService recurring;
  private final SettingsService settings;

  RecurringController(RecurringService recurring, SettingsService settings) {
    this.recurring = recurring;
    this.settings = settings;
  }

  /** A month of the bridge. */
  record BridgeMonth(
      String month,
      String opening,
      String fresh,
      String wonBack,
      String expansion,
      String contraction,
      String lost,
      String closing) {}

  /** What of the agreements that end in a month is renewed, not renewed, still open. */
  record DueMonth(String month, long due, String value, String won, String lost, String open) {}

  /** New business, or renewals. */
  record BusinessView(
      String kind,
      long won,
      long lost,
      long open,
      String revenue,
      @MaybeNull String winRate,
      @MaybeNull String medianDays) {}

  /** Accounts that began in a month; what they brought then, and each year later. */
  record CohortView(String month, int accounts, String began, List<YearView> years) {}

  /** What they bring a month so many years later, and what percent of the beginning that is. */
  record YearView(String monthly, @MaybeNull String share) {}

  record RecurringView(
      List<BridgeMonth> months,
      @MaybeNull String netRetention,
      @MaybeNull String grossRetention,
      List<DueMonth> due,
      List<BusinessView> business,
      List<CohortView> cohorts) {}

  /** An agreement behind a bar. */
  record StreamView(
      AgreementId id,
      String number,
      DocumentId orderId,
      LocalDate start,
      LocalDate end,
      String monthly) {}

  /** An account behind a bar. */
  record BehindView(
      AccountId accountId, String account, String before, String after, List<StreamView> streams) {}

  @GetMapping
  RecurringView get(
      @RequestParam(required = false) @MaybeNull YearMonth from,
      @RequestParam(required = false) @MaybeNull YearMonth to,
      @RequestParam(defaultValue = "") String family,
      @RequestParam(defaultValue = "") String team,
      @RequestParam(defaultValue = "") String group,
      @SignedIn Actor actor) {
    RecurringService.Cut cut = new RecurringService.Cut(family, team, group);
    RecurringService.Span span = recurring.span(from, to);
    RecurringBridge bridge = recurring.bridge(span, cut, actor);
    var amounts = settings.amounts();
    return new RecurringView(
        bridge.months().stream().map(RecurringController::month).toList(),
        bridge.retention().net().map(Percent::toString).orElse(null),
        bridge.retention().gross().map(Percent::toString).orElse(null),
        recurring.due(span, cut, actor).stream()
            .map(
                d ->
                    new DueMonth(
                        d.month(),
                        d.due(),
                        amounts.apply(d.value()),
                        amounts.apply(d.won()),
                        amounts.apply(d.lost()),
                        amounts.apply(d.open())))
            .toList(),
        recurring.business(span, cut, actor).stream().map(this::business).toList(),
        recurring.cohorts(span, cut, actor).stream()
            .map(
                c ->
                    new CohortView(
                        c.month().toString(),
                        c.accounts(),
                        text(c.began()),
                        c.years().stream().map(y -> year(y, c.began())).toList()))
            .toList());
  }

  private static YearView year(Money monthly, Money began) {
    return new YearView(
        text(monthly),
        Percent.ratio(monthly.getAmount(), began.getAmount())
            .map(percent -> percent.value().setScale(0, RoundingMode.HALF_UP).toPlainString())
            .orElse(null));
  }

  private BusinessView business(RecurringStore.Business of) {
    RecurringService.Rate rate = RecurringService.rate(of);
    return new BusinessView(
        of.kind(),
        of.won(),
        of.lost(),
        of.open(),
        settings.amounts().apply(of.revenue()),
        rate.winRate(),
        rate.medianDays());
  }

  private static BridgeMonth month(RecurringBridge.Month m) {
    return new BridgeMonth(
        m.month().toString(),
        text(m.opening()),
        text(m.fresh()),
        text(m.wonBack()),
        text(m.expansion()),
        text(m.contraction()),
        text(m.lost()),
        text(m.closing()));
  }

  private static String text(Money money) {
    return money.getAmount().toPlainString();
  }

  /** The accounts and agreements behind a bar. */
  @GetMapping("/behind")
  List<BehindView> behind(
      @RequestParam YearMonth month,
      @RequestParam String move,
      @RequestParam(defaultValue = "") String family,
      @RequestParam(defaultValue = "") String team,
      @RequestParam(defaultValue = "") String group,
      @SignedIn Actor actor) {
    RecurringService.Cut cut = new RecurringService.Cut(family, team, group);
    return recurring.behind(month, move, cut, actor).stream()
        .map(
            b ->
                new BehindView(
                    b.any().accountId(),
                    b.any().account(),
                    text(b.before()),
                    text(b.after()),
                    b.streams().stream()
                        .map(
                            s ->
                                new StreamView(
                                    s.id(),
                                    s.number(),
                                    s.orderId(),
                                    s.start(),
                                    s.end(),
                                    settings.amounts().apply(s.monthly())))
                        .toList()))
        .toList();
  }
}
