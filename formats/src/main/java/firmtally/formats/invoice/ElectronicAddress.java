package firmtally.formats.invoice;

import java.util.Map;
import java.util.Optional;

/**
 * Where documents are sent to by networks: the VAT identifier in the scheme of its country, else
 * the email address.
 *
 * @param scheme of the list of electronic address schemes (EAS), such as {@code 9930}
 */
record ElectronicAddress(String scheme, String id) {
  private static final String EMAIL = "EM";

  /** The schemes of VAT identifiers, by their countries. */
  private static final Map<String, String> VAT =
      Map.ofEntries(
          Map.entry("AT", "9914"),
          Map.entry("BE", "9925"),
          Map.entry("BG", "9926"),
          Map.entry("CH", "9927"),
          Map.entry("CY", "9928"),
          Map.entry("CZ", "9929"),
          Map.entry("DE", "9930"),
          Map.entry("EE", "9931"),
          Map.entry("ES", "9920"),
          Map.entry("FR", "9957"),
          Map.entry("GB", "9932"),
          Map.entry("GR", "9933"),
          Map.entry("HR", "9934"),
          Map.entry("HU", "9910"),
          Map.entry("IE", "9935"),
          Map.entry("LT", "9937"),
          Map.entry("LU", "9938"),
          Map.entry("LV", "9939"),
          Map.entry("MT", "9943"),
          Map.entry("NL", "9944"),
          Map.entry("PL", "9945"),
          Map.entry("PT", "9946"),
          Map.entry("RO", "9947"),
          Map.entry("SI", "9949"),
          Map.entry("SK", "9950"));

  static Optional<ElectronicAddress> of(TradeInvoice.Party party) {
    if (party.hasVatId()) {
      String scheme = VAT.get(party.taxNumber().substring(0, 2));
      if (scheme != null) {
        return Optional.of(new ElectronicAddress(scheme, party.taxNumber()));
      }
    }
    return Optional.of(party.email())
        .filter(email -> !email.isBlank())
        .map(email -> new ElectronicAddress(EMAIL, email));
  }
}
