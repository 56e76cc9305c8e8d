package firmtally.core.pipeline;

import firmtally.core.money.Percent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A funnel while opportunities are added, each looked at once along its moves. */
final class FunnelRun {
  private final List<String> ids;
  private final Map<String, Integer> places = new HashMap<>();
  private final long asOf;
  private final Set<String> refs = new HashSet<>();
  private final Counts[] stages;
  private final Days cycle = new Days();

  /** Marks the stages in which the opportunity at hand has stood, by its own number. */
  private final int[] stoodBy;

  private int number;
  private int won;
  private int lost;

  /** What is counted at a stage. */
  private static final class Counts {
    int entered;
    int lostHere;
    int openHere;
    int wentBack;

    /** Not won, and this is the furthest stage in which they stood. */
    int furthest;

    int furthestLost;

    /** Those that stood in a later stage or were won, and in this one too. */
    int passed;

    final Days visits = new Days();
    final Days open = new Days();
  }

  FunnelRun(List<String> ids, LocalDate asOf) {
    this.ids = List.copyOf(ids);
    this.asOf = asOf.toEpochDay();
    stages = new Counts[ids.size()];
    stoodBy = new int[ids.size()];
    Arrays.fill(stoodBy, -1);
    for (int i = 0; i < ids.size(); i++) {
      stages[i] = new Counts();
      if (places.put(ids.get(i), i) != null) {
        throw new IllegalArgumentException("stage id " + ids.get(i) + " stands twice");
      }
    }
  }

  void add(StagePath path) {
    if (!refs.add(path.ref())) {
      throw new IllegalArgumentException("ref " + path.ref() + " stands twice");
    }
    List<StagePath.Move> moves = path.moves();
    int here = place(moves.get(0).to());
    long came = day(path, moves.get(0).on());
    int furthest = stand(here);
    for (int i = 1; i < moves.size(); i++) {
      StagePath.Move move = moves.get(i);
      int next = place(move.to());
      long on = day(path, move.on());
      stages[here].visits.add(on - came);
      if (next < here) {
        stages[here].wentBack++;
      }
      here = next;
      came = on;
      furthest = Math.max(furthest, stand(here));
    }
    if (path.closed().isPresent()) {
      StagePath.Close close = path.closed().get();
      long on = day(path, close.on());
      stages[here].visits.add(on - came);
      if (close.won()) {
        cycle.add(on - moves.get(0).on().toEpochDay());
      } else {
        stages[here].lostHere++;
      }
    } else {
      stages[here].openHere++;
      stages[here].open.add(asOf - came);
    }
    end(path, furthest);
    number++;
  }

  /** Comes to a stage; of several visits only the first counts. */
  private int stand(int place) {
    if (stoodBy[place] != number) {
      stoodBy[place] = number;
      stages[place].entered++;
    }
    return place;
  }

  private void end(StagePath path, int furthest) {
    boolean isWon = path.isWon();
    int last = isWon ? stages.length : furthest;
    for (int i = 0; i < last; i++) {
      if (stoodBy[i] == number) {
        stages[i].passed++;
      }
    }
    if (isWon) {
      won++;
    } else {
      stages[furthest].furthest++;
      if (path.closed().isPresent()) {
        lost++;
        stages[furthest].furthestLost++;
      }
    }
  }

  Funnel funnel() {
    List<Funnel.Stage> list = new ArrayList<>(stages.length);
    int reached = number;
    int lostFrom = lost;
    for (int i = 0; i < stages.length; i++) {
      Counts counts = stages[i];
      int beyond = reached - counts.furthest;
      list.add(
          new Funnel.Stage(
              ids.get(i),
              counts.entered,
              reached,
              ratio(beyond, reached),
              ratio(won, won + lostFrom),
              counts.lostHere,
              counts.openHere,
              counts.wentBack,
              beyond - counts.passed,
              counts.visits.count(),
              counts.visits.median(),
              counts.open.median()));
      reached = beyond;
      lostFrom -= counts.furthestLost;
    }
    return new Funnel(
        List.copyOf(list),
        new Funnel.Totals(
            number, won, lost, number - won - lost, ratio(won, won + lost), cycle.median()));
  }

  private static Optional<Percent> ratio(int part, int whole) {
    return Percent.ratio(BigDecimal.valueOf(part), BigDecimal.valueOf(whole));
  }

  private int place(String stage) {
    Integer place = places.get(stage);
    if (place == null) {
      throw new IllegalArgumentException("there is no stage " + stage);
    }
    return place;
  }

  private long day(StagePath path, LocalDate on) {
    long day = on.toEpochDay();
    if (day > asOf) {
      throw new IllegalArgumentException(
          path.ref() + " moves on " + on + ", after " + LocalDate.ofEpochDay(asOf));
    }
    return day;
  }
}
