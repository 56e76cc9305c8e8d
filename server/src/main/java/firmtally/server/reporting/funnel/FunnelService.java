package firmtally.server.reporting.funnel;

import firmtally.core.pipeline.Funnel;
import firmtally.core.pipeline.StagePath;
import firmtally.server.access.Actor;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.reporting.metrics.Cut;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;

/** How far opportunities came, and where they end; nothing is changed here. */
@Service
class FunnelService {
  private static final int DAY = 10;
  private final FunnelStore store;
  private final ProcessService processes;
  private final Clock clock;

  FunnelService(FunnelStore store, ProcessService processes, Clock clock) {
    this.store = store;
    this.processes = processes;
    this.clock = clock;
  }

  /** The funnel of a process, of what was opened from a day to another. */
  record Asked(ProcessService.SalesProcess process, LocalDate from, LocalDate to, Cut cut) {}

  /** A funnel with its stages, in their order. */
  record Made(Funnel funnel, List<Stage> stages) {}

  Made made(Asked asked, Actor actor) {
    List<StagePath> paths = paths(asked, actor);
    List<Stage> stages = stages(asked.process(), paths);
    return new Made(
        Funnel.of(
            stages.stream().map(s -> s.id().toString()).toList(), LocalDate.now(clock), paths),
        stages);
  }

  /** The stages in use, and deactivated ones that some of these stood in. */
  private static List<Stage> stages(ProcessService.SalesProcess process, List<StagePath> paths) {
    Set<String> visited = new HashSet<>();
    paths.forEach(path -> path.moves().forEach(move -> visited.add(move.to())));
    return process.stages().stream()
        .filter(s -> !s.deactivated() || visited.contains(s.id().toString()))
        .sorted(Comparator.comparingInt(Stage::position))
        .toList();
  }

  private List<StagePath> paths(Asked asked, Actor actor) {
    Set<Long> known = new HashSet<>();
    asked.process().stages().forEach(s -> known.add(s.id().value()));
    Days days = new Days(clock.getZone());
    List<StagePath> paths = new ArrayList<>();
    for (FunnelStore.Way way : store.ways(asked.from(), asked.to(), asked.cut(), actor)) {
      if (way.moves() != null) {
        path(way, moves(way, known, days)).ifPresent(paths::add);
      }
    }
    return paths;
  }

  /** The moves within the process; to where one stands already is none. */
  private static List<StagePath.Move> moves(FunnelStore.Way way, Set<Long> known, Days days) {
    List<StagePath.Move> moves = new ArrayList<>();
    for (String move : way.moves().split(" ")) {
      int at = move.indexOf('>');
      String to = move.substring(at + 1);
      boolean isThere = !moves.isEmpty() && moves.get(moves.size() - 1).to().equals(to);
      if (known.contains(Long.valueOf(to)) && !isThere) {
        LocalDate on = days.of(move.substring(0, at));
        LocalDate before = moves.isEmpty() ? on : moves.get(moves.size() - 1).on();
        moves.add(new StagePath.Move(later(on, before), to));
      }
    }
    return moves;
  }

  /** Nothing of one that was never in a stage of the process. */
  private static Optional<StagePath> path(FunnelStore.Way of, List<StagePath.Move> moves) {
    if (moves.isEmpty()) {
      return Optional.empty();
    }
    boolean isClosed = of.state().equals("won") || of.state().equals("lost");
    LocalDate last = moves.get(moves.size() - 1).on();
    Optional<StagePath.Close> closed =
        isClosed
            ? Optional.of(
                new StagePath.Close(
                    later(LocalDate.parse(of.closedOn()), last), of.state().equals("won")))
            : Optional.empty();
    return Optional.of(new StagePath(of.id().toString(), moves, closed));
  }

  private static LocalDate later(LocalDate one, LocalDate other) {
    return one.isBefore(other) ? other : one;
  }

  /** The day of a moment, each read once. */
  private static final class Days {
    private final ZoneId zone;
    private final Map<String, LocalDate> known = new HashMap<>();

    Days(ZoneId zone) {
      this.zone = zone;
    }

    LocalDate of(String at) {
      if (zone.normalized().equals(ZoneOffset.UTC)) {
        return known.computeIfAbsent(at.substring(0, DAY), LocalDate::parse);
      }
      return known.computeIfAbsent(at, moment -> LocalDate.ofInstant(Instant.parse(moment), zone));
    }
  }

  /** What opens behind a figure of a stage. */
  List<FunnelStore.Behind> behind(
      Asked asked, String stage, String figure, long skip, int most, Actor actor) {
    Predicate<StagePath> is =
        switch (figure) {
          case "reached" -> path -> reached(asked, path, stage);
          case "skipped" -> path -> reached(asked, path, stage) && !entered(path, stage);
          case "entered" -> path -> entered(path, stage);
          case "lost" ->
              path -> path.closed().filter(c -> !c.won()).isPresent() && last(path).equals(stage);
          case "open" -> path -> path.closed().isEmpty() && last(path).equals(stage);
          case "back" -> path -> wentBack(asked, path, stage);
          default ->
              throw BadInput.at(
                  "figure", "Choose one of reached, entered, lost, open, back, skipped.");
        };
    return store.behind(
        paths(asked, actor).stream()
            .filter(is)
            .map(p -> new OpportunityId(Long.parseLong(p.ref())))
            .toList(),
        skip,
        most);
  }

  private static String last(StagePath path) {
    return path.moves().get(path.moves().size() - 1).to();
  }

  private static boolean entered(StagePath path, String stage) {
    return path.moves().stream().anyMatch(m -> m.to().equals(stage));
  }

  /** Whether it ever stood in a stage or in a later one, or was won. */
  private static boolean reached(Asked asked, StagePath path, String stage) {
    Map<String, Integer> places = places(asked);
    return path.closed().filter(StagePath.Close::won).isPresent()
        || path.moves().stream().anyMatch(m -> places.get(m.to()) >= places.get(stage));
  }

  private static Map<String, Integer> places(Asked asked) {
    Map<String, Integer> places = new HashMap<>();
    asked.process().stages().forEach(s -> places.put(s.id().toString(), s.position()));
    return places;
  }

  private static boolean wentBack(Asked asked, StagePath path, String stage) {
    Map<String, Integer> places = places(asked);
    for (int i = 1; i < path.moves().size(); i++) {
      String from = path.moves().get(i - 1).to();
      if (from.equals(stage) && places.get(path.moves().get(i).to()) < places.get(from)) {
        return true;
      }
    }
    return false;
  }
}
