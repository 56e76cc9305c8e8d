package firmtally.core.enquiry;

import java.util.List;

/**
 * Who of several is next when they are given things in turn by weights.
 *
 * <p>The next is the one for whom {@code (given + 1) ÷ weight} is least, so that over time each has
 * been given in line with their weight; among equals the first in order. It is worked out in whole
 * numbers, exactly.
 *
 * <p>Example: Ann with weight 2 and Bo with weight 1, nothing given so far, are given in the order
 * Ann, Ann, Bo, Ann, Ann, Bo.
 *
 * @param <T> who is given
 */
public final class InTurn<T> {
  private final List<Share<T>> shares;

  private InTurn(List<Share<T>> shares) {
    this.shares = shares;
  }

  /**
   * Somebody's part.
   *
   * @param weight 1 to 1,000, both included
   * @param given how many they were given so far, 0 or more
   * @throws IllegalArgumentException when weight or given is out of its bounds
   */
  public record Share<T>(T who, int weight, long given) {
    private static final int MOST = 1000;

    public Share {
      if (weight < 1 || weight > MOST) {
        throw new IllegalArgumentException("weight " + weight + " is outside [1, 1000]");
      }
      if (given < 0) {
        throw new IllegalArgumentException("given " + given + " is below 0");
      }
    }

    private boolean isBefore(Share<T> other) {
      return (given + 1) * other.weight < (other.given + 1) * weight;
    }
  }

  /**
   * Several to choose from.
   *
   * @throws IllegalArgumentException when there is none
   */
  public static <T> InTurn<T> of(List<Share<T>> shares) {
    if (shares.isEmpty()) {
      throw new IllegalArgumentException("shares are empty");
    }
    return new InTurn<>(List.copyOf(shares));
  }

  /** Who is next. */
  public T next() {
    Share<T> best = shares.get(0);
    for (Share<T> share : shares) {
      if (share.isBefore(best)) {
        best = share;
      }
    }
    return best.who();
  }

  /**
   * The same after somebody was given one more.
   *
   * <p>Example: Ann with weight 2 and Bo with weight 1, given 1 and 0; after {@code given(Ann)}
   * they were given 2 and 0, and Bo is next.
   *
   * @throws IllegalArgumentException when they are none of those to choose from
   */
  public InTurn<T> given(T who) {
    if (shares.stream().noneMatch(share -> share.who().equals(who))) {
      throw new IllegalArgumentException("unknown " + who);
    }
    return new InTurn<>(
        shares.stream()
            .map(
                share ->
                    share.who().equals(who)
                        ? new Share<>(who, share.weight(), share.given() + 1)
                        : share)
            .toList());
  }
}
