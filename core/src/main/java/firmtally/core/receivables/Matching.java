package firmtally.core.receivables;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.joda.money.Money;

/**
 * Which invoices a payment that came in is for.
 *
 * <p>By what the payer wrote first: every payment reference or invoice number in it that is open.
 * Else by the amount: an only open invoice of exactly that amount, among the payer's own where the
 * payer is known. What is left is for a person to say; likely invoices are proposed.
 *
 * <p>Example: 119.00 with the words "I-1001, thank you" is for I-1001 whatever its amount; 119.00
 * without words is for the only open invoice of 119.00; when there are two, both are proposed.
 *
 * @param how why it is taken to be for them
 * @param invoices their refs; with {@link How#PROPOSED} those that it may be for, the likeliest
 *     first, at most 8
 */
public record Matching(How how, List<String> invoices) {
  private static final int MOST = 8;
  private static final Pattern WORD = Pattern.compile("[0-9A-Z]+(?:-[0-9A-Z]+)*");

  /** Why a payment is taken to be for an invoice. */
  public enum How {
    /** Its reference or number stands in what the payer wrote. */
    REFERENCE,
    /** It is the only one of that amount. */
    AMOUNT,
    /** Somebody has to say. */
    PROPOSED
  }

  /**
   * An invoice that is not paid.
   *
   * @param ref unique among them
   * @param account whose it is
   * @param payer the names that its account pays under, as a bank writes them
   * @param balance above 0
   */
  public record OpenInvoice(
      String ref, String account, Set<String> payer, Money balance, LocalDate due) {}

  /**
   * A payment that came in.
   *
   * @param payer as the bank writes the name; blank for unknown
   * @param words what the payer wrote
   */
  public record Incoming(Money amount, String payer, String words) {}

  /** Works out what a payment is for. */
  public static Matching of(Incoming payment, List<OpenInvoice> open) {
    List<OpenInvoice> sorted =
        open.stream()
            .sorted(Comparator.comparing(OpenInvoice::due).thenComparing(OpenInvoice::ref))
            .toList();
    List<String> named = named(payment.words(), sorted);
    if (!named.isEmpty()) {
      return new Matching(How.REFERENCE, named);
    }
    List<OpenInvoice> own =
        sorted.stream().filter(invoice -> isPayer(payment.payer(), invoice)).toList();
    List<OpenInvoice> among = own.isEmpty() ? sorted : own;
    List<OpenInvoice> same =
        among.stream().filter(invoice -> invoice.balance().isEqual(payment.amount())).toList();
    if (same.size() == 1) {
      return new Matching(How.AMOUNT, List.of(same.get(0).ref()));
    }
    return new Matching(How.PROPOSED, likely(payment, own, same));
  }

  /** One account's alone: a payment has one payer; the account of the first that is named. */
  private static List<String> named(String words, List<OpenInvoice> open) {
    Set<String> tokens = tokens(words);
    Set<String> references = Set.copyOf(Reference.in(words));
    List<OpenInvoice> named =
        open.stream()
            .filter(
                invoice ->
                    tokens.contains(invoice.ref().toUpperCase(Locale.ROOT))
                        || references.contains(Reference.of(invoice.ref())))
            .toList();
    return named.stream()
        .filter(invoice -> invoice.account().equals(named.get(0).account()))
        .map(OpenInvoice::ref)
        .toList();
  }

  private static Set<String> tokens(String words) {
    Set<String> tokens = new TreeSet<>();
    Matcher matcher = WORD.matcher(words.toUpperCase(Locale.ROOT));
    while (matcher.find()) {
      tokens.add(matcher.group());
    }
    return tokens;
  }

  private static boolean isPayer(String payer, OpenInvoice invoice) {
    String name = plain(payer);
    return !name.isEmpty() && invoice.payer().stream().anyMatch(one -> plain(one).equals(name));
  }

  /** Letters and digits alone, as banks drop the rest. */
  private static String plain(String name) {
    return name.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  private static List<String> likely(
      Incoming payment, List<OpenInvoice> own, List<OpenInvoice> same) {
    List<OpenInvoice> likely = new ArrayList<>(same);
    List<OpenInvoice> oldest = new ArrayList<>();
    BigDecimal left = payment.amount().getAmount();
    for (OpenInvoice invoice : own) {
      if (left.signum() > 0) {
        oldest.add(invoice);
        left = left.subtract(invoice.balance().getAmount());
      }
    }
    likely.addAll(oldest);
    return likely.stream()
        .map(OpenInvoice::ref)
        .distinct()
        .limit(MOST)
        .collect(Collectors.toList());
  }
}
