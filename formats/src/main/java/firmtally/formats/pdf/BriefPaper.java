package firmtally.formats.pdf;

import java.util.List;

/**
 * What stands on the brief of an opportunity, as it is to be read. It is for the rep's own folder;
 * no cost and no margin stands on it, as papers are left on tables.
 *
 * @param facts what is known of it, a few words each
 * @param lines as many as a page holds; {@code more} says how many are left away
 * @param more empty when all are there
 */
public record BriefPaper(
    String company,
    String number,
    String title,
    String printedOn,
    List<Fact> facts,
    List<String> note,
    List<Fact> people,
    List<Line> lines,
    String more,
    List<Fact> sums,
    List<Check> checks,
    List<Fact> activities) {
  /** A name and what it is. */
  public record Fact(String name, String value) {}

  /** A line; a heading has words and an amount only. */
  public record Line(String code, String words, String quantity, String amount, boolean heading) {}

  /** Something to be done in its stage. */
  public record Check(String words, boolean done) {}
}
