package firmtally.formats.pdf;

import java.util.List;

/**
 * What stands on the brief of an opportunity, as it is to be read. It is for the rep's own folder;
 * no cost and no margin stands on it, as papers are left on tables.
 *
 * @param facts what is known of it, a few words each
 * @param lines as they stand on the worksheet
 * @param more how many lines were left away for want of room
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
    int more,
    List<Fact> sums,
    List<Check> checks,
    List<Fact> activities) {
  /** The same with this many lines fewer, from the end. */
  BriefPaper without(int fewer) {
    return new BriefPaper(
        company,
        number,
        title,
        printedOn,
        facts,
        note,
        people,
        lines.subList(0, lines.size() - fewer),
        more + fewer,
        sums,
        checks,
        activities);
  }

  /** A name and what it is. */
  public record Fact(String name, String value) {}

  /** A line; a heading has words and an amount only. */
  public record Line(String code, String words, String quantity, String amount, boolean heading) {}

  /** Something to be done in its stage. */
  public record Check(String words, boolean done) {}
}
