package firmtally.core.worksheet;

/**
 * A plan: charged every so many months over a term. Every 3 months over 12 is 4 charges.
 *
 * @param everyMonths 1 to 1200
 * @param termMonths 1 to 1200, a multiple of everyMonths
 */
public record Recurring(int everyMonths, int termMonths) {
  private static final int MOST = 1200;

  public Recurring {
    check("everyMonths", everyMonths);
    check("termMonths", termMonths);
    if (termMonths % everyMonths != 0) {
      throw new IllegalArgumentException(
          "termMonths " + termMonths + " is not a multiple of everyMonths " + everyMonths);
    }
  }

  private static void check(String name, int months) {
    if (months < 1 || months > MOST) {
      throw new IllegalArgumentException(name + " " + months + " is outside [1, " + MOST + "]");
    }
  }

  /** The number of charges over the term. */
  public int periods() {
    return termMonths / everyMonths;
  }
}
