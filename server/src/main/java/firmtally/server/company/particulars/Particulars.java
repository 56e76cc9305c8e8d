package firmtally.server.company.particulars;

import firmtally.formats.writing.PaperWords;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.stream.Stream;

/**
 * What stands on the company's papers beside its name.
 *
 * @param bank where it is paid, such as an IBAN
 * @param language of its texts, where an account has no other: {@code en}
 * @param region the country whose way of writing figures and days, first day of the week and paper
 *     it has; blank for none in particular
 * @param logo the checksum of its picture; null for none
 * @param colour of customer pages, as {@code #0F4C5C}; blank for ours
 */
public record Particulars(
    String name,
    String street,
    String postal,
    String town,
    String country,
    String phone,
    String email,
    String website,
    String taxId,
    String registration,
    String bank,
    String language,
    String region,
    @MaybeNull String logo,
    @MaybeNull String logoType,
    String colour,
    long version) {
  /** The lines of its address that are filled in. */
  public List<String> address() {
    return Stream.of(street, (postal + " " + town).strip(), country)
        .filter(line -> !line.isEmpty())
        .toList();
  }

  /** How it is reached. */
  public List<String> reach() {
    return Stream.of(phone, email, website).filter(line -> !line.isEmpty()).toList();
  }

  /** What the law wants on its papers. */
  public List<String> legal(PaperWords words) {
    return Stream.of(
            name,
            registration,
            taxId.isEmpty() ? "" : words.get("legal.tax-id", taxId),
            bank.isEmpty() ? "" : words.get("legal.bank", bank))
        .filter(line -> !line.isEmpty())
        .toList();
  }

  /** Whether a paper of it could be answered: it has an address. */
  public boolean hasAddress() {
    return !street.isEmpty() && !town.isEmpty();
  }
}
