package firmtally.server.sales.renewal;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PriceRiseId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Price rises: looked at before, made in one act, undone in one. */
@RestController
@RequestMapping("/api/price-rises")
class RiseController {
  private static final int MOST = 200;
  private final RiseService rises;
  private final SettingsService settings;
  private final Idempotency once;

  RiseController(RiseService rises, SettingsService settings, Idempotency once) {
    this.rises = rises;
    this.settings = settings;
    this.once = once;
  }

  /** What becomes of a next term; margins only for who sees costs. */
  record EffectRow(
      AgreementId agreement,
      String number,
      AccountId accountId,
      String account,
      String owner,
      LocalDate end,
      String before,
      String after,
      String change,
      @MaybeNull String marginBefore,
      @MaybeNull String marginAfter,
      @MaybeNull String signOff) {}

  /** Sums of a customer, a month or a family. */
  record EffectSum(String group, int agreements, String before, String after, String change) {}

  /**
   * What a rise would do.
   *
   * @param flagged those that would need a sign-off
   * @param quoted numbers of agreements that are left out, as their next term is quoted already
   * @param effects the largest changes first
   */
  record RisePreviewView(
      String words,
      EffectSum total,
      List<EffectSum> byMonth,
      List<EffectSum> byFamily,
      List<EffectSum> byAccount,
      int flaggedCount,
      List<EffectRow> flagged,
      List<String> quoted,
      List<EffectRow> effects) {}

  /** A rise that was made. */
  record RiseRow(
      PriceRiseId id,
      Instant at,
      String person,
      String words,
      long agreements,
      String before,
      String after,
      @MaybeNull Instant undoneAt) {}

  /** The quote that tells a customer of it. */
  record LetterRow(
      AgreementId agreement,
      String number,
      OpportunityId opportunity,
      String account,
      @MaybeNull DocumentId quote,
      @MaybeNull String quoteNumber,
      @MaybeNull String quoteState,
      String before,
      String after) {}

  record MadeRise(PriceRiseId id) {}

  /** Shows what a rise would do; nothing is kept. */
  @PostMapping("/preview")
  RisePreviewView preview(@RequestBody RiseService.RiseForm typed, @SignedIn Actor actor) {
    RiseService.Preview preview = rises.preview(typed, actor);
    List<RiseService.Effect> effects = preview.effects();
    List<RiseService.Effect> flagged =
        effects.stream().filter(RiseService.Effect::isFlagged).toList();
    return new RisePreviewView(
        preview.words(),
        sum("", effects),
        sums(effects, e -> Stream.of(e.of().end().toString().substring(0, 7))).stream()
            .sorted(Comparator.comparing(EffectSum::group))
            .toList(),
        sums(effects, e -> e.families().stream()),
        sums(effects, e -> Stream.of(e.of().account())).stream()
            .sorted(Comparator.comparing(EffectSum::agreements).reversed())
            .limit(MOST)
            .toList(),
        flagged.size(),
        flagged.stream().limit(MOST).map(e -> row(e, actor)).toList(),
        preview.quoted().stream().limit(MOST).map(RiseStore.Meant::number).toList(),
        effects.stream()
            .sorted(Comparator.comparingLong(RiseService.Effect::change).reversed())
            .limit(MOST)
            .map(e -> row(e, actor))
            .toList());
  }

  private List<EffectSum> sums(
      List<RiseService.Effect> effects, Function<RiseService.Effect, Stream<String>> group) {
    Map<String, List<RiseService.Effect>> byGroup = new LinkedHashMap<>();
    for (RiseService.Effect effect : effects) {
      group
          .apply(effect)
          .forEach(key -> byGroup.computeIfAbsent(key, k -> new ArrayList<>()).add(effect));
    }
    return byGroup.entrySet().stream().map(e -> sum(e.getKey(), e.getValue())).toList();
  }

  private EffectSum sum(String group, List<RiseService.Effect> effects) {
    long before = effects.stream().mapToLong(e -> e.is().contract()).sum();
    long after = effects.stream().mapToLong(e -> e.will().contract()).sum();
    return new EffectSum(group, effects.size(), text(before), text(after), text(after - before));
  }

  private String text(long minor) {
    return settings.amounts().apply(minor);
  }

  private EffectRow row(RiseService.Effect effect, Actor actor) {
    RiseStore.Meant of = effect.of();
    return new EffectRow(
        of.agreement(),
        of.number(),
        of.accountId(),
        of.account(),
        of.owner(),
        of.end(),
        text(effect.is().contract()),
        text(effect.will().contract()),
        text(effect.change()),
        margin(effect.is(), actor),
        margin(effect.will(), actor),
        effect.isFlagged() ? effect.will().signOff().role().orElse(null) : null);
  }

  private static @MaybeNull String margin(RiseService.Side of, Actor actor) {
    return actor.roles().seesCosts()
        ? of.margin().map(p -> p.value().setScale(2).toPlainString()).orElse(null)
        : null;
  }

  /** Makes it. */
  @PostMapping
  MadeRise make(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody RiseService.RiseForm typed,
      @SignedIn Actor actor) {
    return new MadeRise(
        once.once(
            key,
            actor.id(),
            "price-rise",
            "renewals",
            PriceRiseId::new,
            () -> rises.make(typed, actor)));
  }

  @GetMapping
  List<RiseRow> list(@SignedIn Actor actor) {
    return rises.list(actor).stream()
        .map(
            row ->
                new RiseRow(
                    row.id(),
                    row.at(),
                    row.person(),
                    row.words(),
                    row.agreements(),
                    text(row.before()),
                    text(row.after()),
                    row.undoneAt()))
        .toList();
  }

  /** The letters that tell the customers: quotes of the next terms, written or not. */
  @GetMapping("/{id}/letters")
  List<LetterRow> letters(@PathVariable PriceRiseId id, @SignedIn Actor actor) {
    return rises.letters(id, actor).stream()
        .map(
            letter ->
                new LetterRow(
                    letter.agreement(),
                    letter.number(),
                    letter.opportunity(),
                    letter.account(),
                    letter.quote(),
                    letter.quoteNumber(),
                    letter.quoteState(),
                    text(letter.before()),
                    text(letter.after())))
        .toList();
  }

  /** Undoes it, while no quote was made with its prices. */
  @PostMapping("/{id}/undo")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undo(@PathVariable PriceRiseId id, @SignedIn Actor actor) {
    rises.undo(id, actor);
  }
}
