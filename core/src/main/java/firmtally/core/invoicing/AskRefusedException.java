package firmtally.core.invoicing;

import java.util.List;
import java.util.stream.Collectors;

/** An ask that does not come out: nothing is left of what it wants, or of what it refers to. */
public final class AskRefusedException extends IllegalArgumentException {
  private static final long serialVersionUID = 1;
  private final int ask;
  private final transient List<Refusal> refusals;

  /**
   * One thing that is wrong with an ask.
   *
   * @param at its place in the ask, such as {@code part.lines[1].quantity}
   * @param message what is wrong, in words
   */
  public record Refusal(String at, String message) {}

  AskRefusedException(int ask, List<Refusal> refusals) {
    super(refusals.stream().map(Refusal::message).collect(Collectors.joining("; ")));
    this.ask = ask;
    this.refusals = List.copyOf(refusals);
  }

  /** The place of the ask among all, from 0. */
  public int ask() {
    return ask;
  }

  /** All that is wrong with it. */
  public List<Refusal> refusals() {
    return refusals;
  }
}
