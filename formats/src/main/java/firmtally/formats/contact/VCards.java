package firmtally.formats.contact;

import ezvcard.Ezvcard;
import ezvcard.VCard;
import ezvcard.VCardVersion;
import ezvcard.parameter.AddressType;
import ezvcard.parameter.EmailType;
import ezvcard.parameter.TelephoneType;
import ezvcard.property.Address;
import ezvcard.property.Organization;
import ezvcard.property.StructuredName;
import ezvcard.property.Telephone;
import ezvcard.property.TextProperty;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/** Contacts as a file of vCards, and back. */
public final class VCards {
  private VCards() {}

  /**
   * A contact. What is not known is blank.
   *
   * @param role such as their job
   * @param company where they work
   */
  public record Card(
      String name,
      String role,
      String company,
      String email,
      String phone,
      String street,
      String postal,
      String town,
      String country) {}

  /**
   * A file of vCards of version 3.0, which phones and address books take: one card for each. The
   * last word of a name is told as the family name.
   */
  public static byte[] write(List<Card> cards) {
    return Ezvcard.write(cards.stream().map(VCards::card).toList())
        .version(VCardVersion.V3_0)
        .prodId(false)
        .go()
        .getBytes(StandardCharsets.UTF_8);
  }

  private static VCard card(Card of) {
    VCard card = new VCard();
    card.setFormattedName(of.name());
    StructuredName name = new StructuredName();
    int last = of.name().strip().lastIndexOf(' ');
    name.setFamily(of.name().strip().substring(last + 1));
    if (last > 0) {
      name.setGiven(of.name().strip().substring(0, last));
    }
    card.setStructuredName(name);
    if (!of.role().isBlank()) {
      card.addTitle(of.role());
    }
    if (!of.company().isBlank()) {
      card.setOrganization(of.company());
    }
    if (!of.email().isBlank()) {
      card.addEmail(of.email(), EmailType.INTERNET);
    }
    if (!of.phone().isBlank()) {
      card.addTelephoneNumber(of.phone(), TelephoneType.WORK, TelephoneType.VOICE);
    }
    if (!(of.street() + of.postal() + of.town() + of.country()).isBlank()) {
      Address address = new Address();
      address.setStreetAddress(of.street());
      address.setPostalCode(of.postal());
      address.setLocality(of.town());
      address.setCountry(of.country());
      address.getTypes().add(AddressType.WORK);
      card.addAddress(address);
    }
    return card;
  }

  /**
   * Reads vCards of any version.
   *
   * @throws IllegalArgumentException when there is none in the file
   */
  public static List<Card> read(byte[] bytes) {
    List<VCard> cards = Ezvcard.parse(new String(bytes, StandardCharsets.UTF_8)).all();
    if (cards.isEmpty()) {
      throw new IllegalArgumentException("There is no vCard in this file.");
    }
    return cards.stream().map(VCards::of).toList();
  }

  private static Card of(VCard card) {
    Optional<Address> address = card.getAddresses().stream().findFirst();
    return new Card(
        name(card),
        first(card.getTitles(), card.getRoles()),
        Optional.ofNullable(card.getOrganization())
            .map(Organization::getValues)
            .flatMap(values -> values.stream().findFirst())
            .orElse(""),
        card.getEmails().stream().map(TextProperty::getValue).findFirst().orElse("").strip(),
        card.getTelephoneNumbers().stream()
            .map(VCards::number)
            .filter(number -> !number.isEmpty())
            .findFirst()
            .orElse(""),
        address.map(Address::getStreetAddressFull).orElse(""),
        address.map(Address::getPostalCode).orElse(""),
        address.map(Address::getLocality).orElse(""),
        address.map(Address::getCountry).orElse(""));
  }

  private static String number(Telephone phone) {
    return phone.getUri() == null
        ? Objects.requireNonNullElse(phone.getText(), "").strip()
        : phone.getUri().getNumber();
  }

  private static String name(VCard card) {
    if (card.getFormattedName() != null && !card.getFormattedName().getValue().isBlank()) {
      return card.getFormattedName().getValue().strip();
    }
    StructuredName name = card.getStructuredName();
    return name == null
        ? ""
        : Stream.of(name.getGiven(), name.getFamily())
            .filter(part -> part != null && !part.isBlank())
            .reduce((a, b) -> a + " " + b)
            .orElse("");
  }

  private static String first(
      List<? extends TextProperty> titles, List<? extends TextProperty> roles) {
    return Stream.concat(titles.stream(), roles.stream())
        .map(TextProperty::getValue)
        .filter(value -> value != null && !value.isBlank())
        .findFirst()
        .orElse("");
  }
}
