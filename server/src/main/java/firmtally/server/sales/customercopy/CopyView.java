package firmtally.server.sales.customercopy;

import firmtally.formats.pdf.QuotePaper;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.sales.agreement.TermChanges;
import java.time.Instant;
import java.util.List;

/**
 * The customer copy of a quote: what stands on its paper and nothing else, so that no cost, margin,
 * rule or inner name is in it. Lines are named by their position.
 *
 * @param state {@code open}, {@code accepted}, {@code declined}, {@code closed} for what can no
 *     longer be answered, or {@code preview} for the rep
 * @param words what its state is in words; blank while it is open
 * @param offer null where there is nothing to be seen any more
 * @param acceptance null until it is accepted here
 */
public record CopyView(
    QuotePaper.Seller seller,
    String called,
    String title,
    Rep rep,
    String state,
    String words,
    @MaybeNull Offer offer,
    @MaybeNull Acceptance acceptance,
    List<Question> questions) {

  /** Whom the customer may ask. */
  public record Rep(String name, String email, String phone) {}

  /**
   * What is offered, with what is picked of it.
   *
   * @param changes of a renewal: what it changes against the running term; null for new business
   */
  public record Offer(
      QuotePaper.Head head,
      List<String> letter,
      boolean discounts,
      String currency,
      List<Line> lines,
      List<QuotePaper.Sum> sums,
      String total,
      List<QuotePaper.Fact> terms,
      List<Enclosure> enclosures,
      List<String> generalTerms,
      @MaybeNull List<TermChanges.Change> changes) {}

  /** A file that is enclosed, by its place among them. */
  public record Enclosure(int at, String name, long size) {}

  /**
   * A row of the paper.
   *
   * @param choice {@code option}, {@code alternative}, or blank for what is not to be picked
   * @param pictured whether it has a picture, behind a door of its own
   * @param set of an alternative, its set
   * @param picked whether it is in the total
   */
  public record Line(
      String kind,
      String position,
      String code,
      String words,
      String remark,
      String quantity,
      String price,
      String discount,
      String amount,
      boolean pictured,
      String choice,
      String set,
      boolean picked) {}

  /** What was accepted: who, when, and the SHA-256 of what it was. */
  public record Acceptance(
      String name, String poNumber, Instant at, String address, String fingerprint, String text) {}

  /** What was asked here. */
  public record Question(String name, Instant at, String words) {}
}
