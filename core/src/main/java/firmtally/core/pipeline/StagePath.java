package firmtally.core.pipeline;

import firmtally.core.money.Texts;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * The way of an opportunity through the stages.
 *
 * @param ref unique among all
 * @param moves at least one, by day; the first is the opening, and none goes to the stage in which
 *     it stands already
 * @param closed not before the last move; empty while it is open
 */
public record StagePath(String ref, List<Move> moves, Optional<Close> closed) {
  /** On this day it came to this stage. */
  public record Move(LocalDate on, String to) {}

  /** On this day it was won or lost. */
  public record Close(LocalDate on, boolean won) {}

  public StagePath {
    Texts.notEmpty("ref", ref);
    moves = List.copyOf(moves);
    if (moves.isEmpty()) {
      throw new IllegalArgumentException(ref + " has no moves");
    }
    for (int i = 1; i < moves.size(); i++) {
      if (moves.get(i).on().isBefore(moves.get(i - 1).on())) {
        throw new IllegalArgumentException(ref + " moves on " + moves.get(i).on() + " too early");
      }
      if (moves.get(i).to().equals(moves.get(i - 1).to())) {
        throw new IllegalArgumentException(ref + " stands in " + moves.get(i).to() + " already");
      }
    }
    LocalDate last = moves.get(moves.size() - 1).on();
    if (closed.filter(close -> close.on().isBefore(last)).isPresent()) {
      throw new IllegalArgumentException(ref + " closes on " + closed.get().on() + " too early");
    }
  }

  LocalDate opened() {
    return moves.get(0).on();
  }

  boolean isWon() {
    return closed.isPresent() && closed.get().won();
  }
}
