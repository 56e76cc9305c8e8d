package firmtally.server.sales.policytrial;

import firmtally.core.margin.PolicyTrial;
import firmtally.core.money.Percent;
import firmtally.core.worksheet.Tally;
import firmtally.formats.reckon.WorksheetDocument;
import firmtally.server.access.Actor;
import firmtally.server.access.Roles;
import firmtally.server.access.UserService;
import firmtally.server.company.SettingsService;
import firmtally.server.company.policy.PolicyForm;
import firmtally.server.company.policy.PolicyService;
import firmtally.server.company.policy.SellingPolicy;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.policytrial.TrialStore.SentQuote;
import firmtally.server.worksheet.calculation.SignOffNeed;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/**
 * Tries a policy on the quotes that left in the quarter before this one, each as it was agreed:
 * nothing is saved.
 */
@Service
public class PolicyTrialService {
  private static final int SHOWN = 12;
  private static final int MONTHS = 3;
  private final TrialStore store;
  private final PolicyService policies;
  private final UserService users;
  private final SettingsService settings;
  private final Clock clock;

  PolicyTrialService(
      TrialStore store,
      PolicyService policies,
      UserService users,
      SettingsService settings,
      Clock clock) {
    this.store = store;
    this.policies = policies;
    this.users = users;
    this.settings = settings;
    this.clock = clock;
  }

  /** What came of it for one rep. */
  public record TrialOfRep(String rep, long quotes, long asked, long asks) {}

  /**
   * A quote for which it makes a difference.
   *
   * @param asked whether it needed a sign-off under the policy that holds
   * @param asks whether it would under the one that is tried
   * @param margin as it was
   * @param cappedMargin had nobody given more than their authority
   */
  public record TrialOfQuote(
      String number,
      String account,
      String rep,
      boolean asked,
      boolean asks,
      String margin,
      String cappedMargin) {}

  /**
   * What came of it.
   *
   * @param asked how many needed a sign-off under the policy that holds
   * @param asks how many would need one under the one that is tried
   * @param margin in all, as it was
   * @param cappedMargin in all, had nobody given more than their authority
   * @param differ the quotes for which it makes a difference, those with the most money first
   * @param moreDiffer how many more of them there are
   */
  public record TrialResult(
      LocalDate from,
      LocalDate to,
      long quotes,
      long asked,
      long asks,
      String net,
      String margin,
      @MaybeNull String marginPercent,
      String cappedMargin,
      @MaybeNull String cappedMarginPercent,
      List<TrialOfRep> reps,
      List<TrialOfQuote> differ,
      long moreDiffer) {}

  private record Tried(SentQuote quote, PolicyTrial.Outcome outcome) {
    boolean differs() {
      return outcome.asked() != outcome.asks() || !outcome.gain().isZero();
    }
  }

  /** Tries a policy as typed. */
  public TrialResult trial(PolicyForm typed, Actor actor) {
    actor.checkManages();
    SellingPolicy then = policies.typed(typed);
    SellingPolicy now = policies.current();
    LocalDate to = LocalDate.now(clock).with(IsoFields.DAY_OF_QUARTER, 1).minusDays(1);
    LocalDate from = to.plusDays(1).minusMonths(MONTHS);
    List<Tried> tried =
        store.sent(from, to, actor).stream().map(quote -> on(quote, now, then)).toList();
    PolicyTrial all =
        PolicyTrial.of(settings.company().currency(), tried.stream().map(Tried::outcome).toList());
    List<Tried> differ =
        tried.stream()
            .filter(Tried::differs)
            .sorted(Comparator.comparing((Tried t) -> t.outcome().was().contract()).reversed())
            .toList();
    return new TrialResult(
        from,
        to,
        tried.size(),
        all.asked(),
        all.asks(),
        text(all.net()),
        text(all.margin()),
        all.marginPercent().map(Percent::toString).orElse(null),
        text(all.cappedMargin()),
        all.cappedMarginPercent().map(Percent::toString).orElse(null),
        reps(tried),
        differ.stream().limit(SHOWN).map(PolicyTrialService::row).toList(),
        Math.max(0, differ.size() - SHOWN));
  }

  private Tried on(SentQuote quote, SellingPolicy now, SellingPolicy then) {
    Roles asker = users.get(quote.ownerId()).roles();
    Tally deal = WorksheetDocument.read(quote.agreed()).worksheet().tally();
    Percent authority = asker.manages() ? then.managerDiscount() : then.repDiscount();
    return new Tried(
        quote,
        PolicyTrial.on(
            deal,
            SignOffNeed.of(deal, now, asker).needed(),
            SignOffNeed.of(deal, then, asker).needed(),
            authority));
  }

  private static List<TrialOfRep> reps(List<Tried> tried) {
    Map<String, List<Tried>> byRep = new TreeMap<>();
    tried.forEach(t -> byRep.computeIfAbsent(t.quote().owner(), k -> new ArrayList<>()).add(t));
    return byRep.entrySet().stream()
        .map(
            rep ->
                new TrialOfRep(
                    rep.getKey(),
                    rep.getValue().size(),
                    rep.getValue().stream().filter(t -> t.outcome().asked()).count(),
                    rep.getValue().stream().filter(t -> t.outcome().asks()).count()))
        .toList();
  }

  private static TrialOfQuote row(Tried tried) {
    return new TrialOfQuote(
        tried.quote().number(),
        tried.quote().account(),
        tried.quote().owner(),
        tried.outcome().asked(),
        tried.outcome().asks(),
        text(tried.outcome().was().margin()),
        text(tried.outcome().capped().margin()));
  }

  private static String text(Money amount) {
    return amount.getAmount().toPlainString();
  }
}
