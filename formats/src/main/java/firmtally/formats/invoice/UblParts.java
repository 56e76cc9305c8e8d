package firmtally.formats.invoice;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ContactType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CountryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyLegalEntityType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyNameType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyTaxSchemeType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PeriodType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxCategoryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxSchemeType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.DescriptionType;

/** What documents in UBL have in common. */
public final class UblParts {
  private static final String VAT = "VAT";

  private UblParts() {}

  /** A party with its addresses, its tax identifier and whom to ask. */
  public static PartyType party(TradeInvoice.Party of, boolean isSeller) {
    PartyType party = new PartyType();
    ElectronicAddress.of(of)
        .ifPresent(address -> party.setEndpointID(address.id()).setSchemeID(address.scheme()));
    if (!of.number().isBlank()) {
      PartyIdentificationType number = new PartyIdentificationType();
      number.setID(of.number());
      party.addPartyIdentification(number);
    }
    PartyNameType name = new PartyNameType();
    name.setName(of.name());
    party.addPartyName(name);
    party.setPostalAddress(address(of));
    if (!of.taxNumber().isEmpty() && (of.hasVatId() || isSeller)) {
      party.addPartyTaxScheme(taxScheme(of));
    }
    PartyLegalEntityType entity = new PartyLegalEntityType();
    entity.setRegistrationName(of.name());
    if (!of.registration().isBlank()) {
      entity.setCompanyID(of.registration());
    }
    party.addPartyLegalEntity(entity);
    if (!of.contact().isBlank() || !of.phone().isBlank() || !of.email().isBlank()) {
      party.setContact(contact(of));
    }
    return party;
  }

  private static PartyTaxSchemeType taxScheme(TradeInvoice.Party of) {
    PartyTaxSchemeType tax = new PartyTaxSchemeType();
    tax.setCompanyID(of.hasVatId() ? of.taxNumber() : of.taxId());
    tax.setTaxScheme(scheme(of.hasVatId() ? VAT : "TAX"));
    return tax;
  }

  private static TaxSchemeType scheme(String id) {
    TaxSchemeType scheme = new TaxSchemeType();
    scheme.setID(id);
    return scheme;
  }

  private static AddressType address(TradeInvoice.Party of) {
    AddressType address = new AddressType();
    if (!of.street().isBlank()) {
      address.setStreetName(of.street());
    }
    if (!of.town().isBlank()) {
      address.setCityName(of.town());
    }
    if (!of.postal().isBlank()) {
      address.setPostalZone(of.postal());
    }
    CountryType country = new CountryType();
    country.setIdentificationCode(of.country());
    address.setCountry(country);
    return address;
  }

  private static ContactType contact(TradeInvoice.Party of) {
    ContactType contact = new ContactType();
    if (!of.contact().isBlank()) {
      contact.setName(of.contact());
    }
    if (!of.phone().isBlank()) {
      contact.setTelephone(of.phone());
    }
    if (!of.email().isBlank()) {
      contact.setElectronicMail(of.email());
    }
    return contact;
  }

  /**
   * What a rate of tax is.
   *
   * @param exemption why no tax is charged where none is; blank where it is simply none
   */
  public static TaxCategoryType category(BigDecimal percent, String exemption, boolean withReason) {
    TaxCategoryType category = new TaxCategoryType();
    boolean isExempt = percent.signum() == 0 && !exemption.isBlank();
    category.setID(percent.signum() > 0 ? "S" : isExempt ? "E" : "Z");
    category.setPercent(percent);
    if (withReason && isExempt) {
      category.addTaxExemptionReason(
          new oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21
              .TaxExemptionReasonType(exemption));
    }
    category.setTaxScheme(scheme(VAT));
    return category;
  }

  /** A period of days, both included; empty where it has no beginning. */
  public static Optional<PeriodType> period(LocalDate from, LocalDate to) {
    if (from == null) {
      return Optional.empty();
    }
    PeriodType period = new PeriodType();
    period.setStartDate(from);
    period.setEndDate(to);
    return Optional.of(period);
  }

  /** What is sold, by our code where it has one. */
  public static ItemType item(String code, String words, TaxCategoryType tax) {
    ItemType item = new ItemType();
    item.addDescription(new DescriptionType(words));
    item.setName(words);
    if (!code.isBlank()) {
      ItemIdentificationType id = new ItemIdentificationType();
      id.setID(code);
      item.setSellersItemIdentification(id);
    }
    item.addClassifiedTaxCategory(tax);
    return item;
  }
}
