package firmtally.server.pipeline.process;

import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;

/**
 * A stage of a sales process: a notch of the ruler.
 *
 * @param probability percent, as text
 * @param team the only team whose opportunities come here; null for everybody's
 * @param movesHere what moves an opportunity here by itself; null for nothing
 * @param steps the activities that are suggested here, in order
 * @param deactivated nothing moves here any more; what stands here stays until it is moved
 */
public record Stage(
    StageId id,
    int position,
    String name,
    String probability,
    int usualDays,
    @MaybeNull String team,
    @MaybeNull String movesHere,
    List<Step> steps,
    boolean deactivated,
    List<Check> checks) {

  /** A next step that a stage suggests, so many days from the move. */
  public record Step(String kind, String subject, int days) {}

  /**
   * What should be done in a stage.
   *
   * @param proof what shows that it is done: {@code ticked} by hand, or something on the record
   * @param must nothing moves past the stage before it is done
   */
  public record Check(CheckId id, String words, String proof, boolean must, boolean deactivated) {}

  /** Those that still count. */
  public List<Check> liveChecks() {
    return checks.stream().filter(check -> !check.deactivated()).toList();
  }
}
