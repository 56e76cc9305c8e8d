package firmtally.core.pipeline;

import firmtally.core.working.Input;
import firmtally.core.working.Step;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The workings of a funnel: the visits behind a median, the counts behind a percent. */
final class FunnelWorkings {
  private static final BigDecimal TWO = BigDecimal.valueOf(2);

  /** A stay, by whom, and how long. */
  private record Visit(String ref, LocalDate from, LocalDate to) {
    long days() {
      return to.toEpochDay() - from.toEpochDay();
    }
  }

  private final Map<String, List<Visit>> ended = new HashMap<>();
  private final Map<String, List<Visit>> open = new HashMap<>();
  private final List<Visit> cycles = new ArrayList<>();

  private FunnelWorkings(LocalDate asOf, List<StagePath> opportunities) {
    for (StagePath path : opportunities) {
      for (int i = 0; i < path.moves().size(); i++) {
        StagePath.Move move = path.moves().get(i);
        boolean isLast = i == path.moves().size() - 1;
        if (isLast && path.closed().isEmpty()) {
          at(open, move.to()).add(new Visit(path.ref(), move.on(), asOf));
        } else {
          LocalDate left = isLast ? path.closed().get().on() : path.moves().get(i + 1).on();
          at(ended, move.to()).add(new Visit(path.ref(), move.on(), left));
        }
      }
      if (path.isWon()) {
        cycles.add(new Visit(path.ref(), path.opened(), path.closed().get().on()));
      }
    }
  }

  static List<Working> of(Funnel funnel, LocalDate asOf, List<StagePath> opportunities) {
    FunnelWorkings all = new FunnelWorkings(asOf, opportunities);
    List<Working> workings = new ArrayList<>();
    int won = funnel.totals().won();
    for (int i = 0; i < funnel.stages().size(); i++) {
      Funnel.Stage stage = funnel.stages().get(i);
      String at = "stages[" + i + "].";
      boolean isLast = i == funnel.stages().size() - 1;
      int beyond = isLast ? won : funnel.stages().get(i + 1).reached();
      workings.add(
          percent(
              at + "conversion",
              isLast ? "won" : "reachedNext",
              beyond,
              "reached",
              stage.reached()));
      long closed = closed(opportunities, funnel, i);
      workings.add(percent(at + "winRate", "won", won, "closed", closed));
      workings.add(median(at + "medianDays", all.ended.getOrDefault(stage.id(), List.of())));
      workings.add(median(at + "openDays", all.open.getOrDefault(stage.id(), List.of())));
    }
    workings.add(
        percent("totals.winRate", "won", won, "closed", (long) won + funnel.totals().lost()));
    workings.add(median("totals.cycleDays", all.cycles));
    return List.copyOf(workings);
  }

  /** The closed ones that reached a stage. */
  private static long closed(List<StagePath> opportunities, Funnel funnel, int place) {
    Map<String, Integer> places = new HashMap<>();
    funnel.stages().forEach(stage -> places.put(stage.id(), places.size()));
    return opportunities.stream()
        .filter(path -> path.closed().isPresent())
        .filter(
            path ->
                path.isWon() || path.moves().stream().anyMatch(m -> places.get(m.to()) >= place))
        .count();
  }

  private static Working percent(String of, String part, long parts, String whole, long wholes) {
    return Working.of(
            of, part + " / " + whole, Input.count(part, parts), Input.count(whole, wholes))
        .percent(BigDecimal.valueOf(parts), BigDecimal.valueOf(wholes));
  }

  private static Working median(String of, List<Visit> visits) {
    List<Visit> sorted = visits.stream().sorted(Comparator.comparingLong(Visit::days)).toList();
    Working.Draft draft =
        Working.of(
            of, "the middle one, or the mean of the two", Input.count("visits", sorted.size()));
    int low = (sorted.size() - 1) / 2;
    int high = sorted.size() / 2;
    for (int i = 0; i < sorted.size(); i++) {
      Visit visit = sorted.get(i);
      draft.step(
          Step.of(
              visit.ref(),
              i == low || i == high ? "middle" : "counts",
              Input.of("from", visit.from()),
              Input.of("to", visit.to()),
              Input.count("days", visit.days())));
    }
    return sorted.isEmpty()
        ? draft.none()
        : draft.halfUp(
            BigDecimal.valueOf(sorted.get(low).days() + sorted.get(high).days()), TWO, 1);
  }

  private static List<Visit> at(Map<String, List<Visit>> byStage, String stage) {
    return byStage.computeIfAbsent(stage, s -> new ArrayList<>());
  }
}
