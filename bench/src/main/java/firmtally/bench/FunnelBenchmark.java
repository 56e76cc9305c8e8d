package firmtally.bench;

import firmtally.core.pipeline.Funnel;
import firmtally.core.pipeline.StagePath;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What it costs to follow so many opportunities of 5 moves each through 6 stages. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class FunnelBenchmark {
  private static final List<String> STAGES =
      List.of("enquiry", "need", "trial", "offer", "terms", "order");
  private static final LocalDate DAY = LocalDate.of(2027, 6, 30);
  private static final int MOVES = 5;

  /** Opportunities. */
  @Param({"10000", "100000"})
  public int count;

  private List<StagePath> paths;

  @Setup
  public void setUp() {
    Random random = new Random(19);
    paths = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      LocalDate day = DAY.minusDays(400 + random.nextInt(300));
      int stage = random.nextInt(STAGES.size());
      List<StagePath.Move> moves = new ArrayList<>();
      for (int m = 0; m < MOVES; m++) {
        moves.add(new StagePath.Move(day, STAGES.get(stage)));
        day = day.plusDays(random.nextInt(40));
        stage = (stage + 1 + random.nextInt(STAGES.size() - 1)) % STAGES.size();
      }
      paths.add(
          new StagePath(
              "O-" + i,
              moves,
              i % 3 == 0 ? Optional.empty() : Optional.of(new StagePath.Close(day, i % 2 == 0))));
    }
  }

  /** The funnel. */
  @Benchmark
  public Funnel funnel() {
    return Funnel.of(STAGES, DAY, paths);
  }

  /** The days of each stay, sorted per stage. */
  @Benchmark
  public long bare() {
    int[][] days = new int[STAGES.size()][count * MOVES];
    int[] visits = new int[STAGES.size()];
    for (StagePath path : paths) {
      for (int m = 1; m < MOVES; m++) {
        int stage = STAGES.indexOf(path.moves().get(m - 1).to());
        days[stage][visits[stage]++] =
            (int)
                (path.moves().get(m).on().toEpochDay() - path.moves().get(m - 1).on().toEpochDay());
      }
    }
    long sum = 0;
    for (int stage = 0; stage < STAGES.size(); stage++) {
      Arrays.sort(days[stage], 0, visits[stage]);
      sum += days[stage][visits[stage] / 2];
    }
    return sum;
  }
}
