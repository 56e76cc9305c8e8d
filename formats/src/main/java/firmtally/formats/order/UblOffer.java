package firmtally.formats.order;

import com.helger.ubl21.UBL21Marshaller;
import firmtally.formats.invoice.UblParts;
import firmtally.formats.invoice.Units;
import java.util.Optional;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CustomerPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DeliveryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LocationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.MonetaryTotalType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PeriodType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PriceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.QuotationLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.SupplierPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxTotalType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.NoteType;
import oasis.names.specification.ubl.schema.xsd.order_21.OrderType;
import oasis.names.specification.ubl.schema.xsd.quotation_21.QuotationType;

/**
 * Writes quotes and orders as UBL 2.1, orders in the shape of Peppol BIS Ordering 3. The price of a
 * line is told for its whole quantity, so that it makes the line's amount to the cent.
 */
public final class UblOffer {
  private static final String CUSTOMIZATION = "urn:fdc:peppol.eu:poacc:trns:order:3";
  private static final String PROFILE = "urn:fdc:peppol.eu:poacc:bis:order_only:3";
  private static final String ORDER = "220";
  private final TradeOffer offer;

  private UblOffer(TradeOffer offer) {
    this.offer = offer;
  }

  /**
   * A quote in UTF-8.
   *
   * @throws IllegalStateException where it does not fit the schema
   */
  public static byte[] quotation(TradeOffer offer) {
    return written(
        offer,
        UBL21Marshaller.quotation()
            .setFormattedOutput(true)
            .getAsBytes(new UblOffer(offer).quotation()));
  }

  /**
   * An order in UTF-8.
   *
   * @throws IllegalStateException where it does not fit the schema
   */
  public static byte[] order(TradeOffer offer) {
    return written(
        offer,
        UBL21Marshaller.order().setFormattedOutput(true).getAsBytes(new UblOffer(offer).order()));
  }

  private static byte[] written(TradeOffer offer, byte[] xml) {
    return Optional.ofNullable(xml)
        .orElseThrow(
            () -> new IllegalStateException(offer.number() + " does not fit the UBL schema"));
  }

  private QuotationType quotation() {
    QuotationType ubl = new QuotationType();
    ubl.setID(offer.number());
    ubl.setIssueDate(offer.issuedOn());
    note().ifPresent(ubl::addNote);
    ubl.setPricingCurrencyCode(offer.currency());
    ubl.setLineCountNumeric(java.math.BigDecimal.valueOf(offer.lines().size()));
    offer
        .until()
        .ifPresent(
            day -> {
              PeriodType valid = new PeriodType();
              valid.setEndDate(day);
              ubl.setValidityPeriod(valid);
            });
    ubl.setSellerSupplierParty(seller());
    ubl.setOriginatorCustomerParty(buyer());
    ubl.addTaxTotal(taxes());
    ubl.setQuotedMonetaryTotal(sums());
    for (TradeOffer.Line line : offer.lines()) {
      QuotationLineType of = new QuotationLineType();
      of.setID(Integer.toString(ubl.getQuotationLineCount() + 1));
      remark(line).ifPresent(of::addNote);
      of.setLineItem(item(line, of.getIDValue()));
      ubl.addQuotationLine(of);
    }
    return ubl;
  }

  private OrderType order() {
    OrderType ubl = new OrderType();
    ubl.setCustomizationID(CUSTOMIZATION);
    ubl.setProfileID(PROFILE);
    // It is the buyer's document: their number is its own, ours stands beside it.
    ubl.setID(offer.poNumber().isBlank() ? offer.number() : offer.poNumber());
    ubl.setSalesOrderID(offer.number());
    ubl.setIssueDate(offer.issuedOn());
    ubl.setOrderTypeCode(ORDER);
    note().ifPresent(ubl::addNote);
    ubl.setDocumentCurrencyCode(offer.currency());
    ubl.setBuyerCustomerParty(buyer());
    ubl.setSellerSupplierParty(seller());
    // Peppol's order has no place for the seller's tax identifier: the buyer knows it.
    ubl.getSellerSupplierParty().getParty().getPartyTaxScheme().clear();
    if (!offer.delivery().isBlank()) {
      ubl.addDelivery(delivery());
    }
    ubl.addTaxTotal(taxes());
    ubl.setAnticipatedMonetaryTotal(sums());
    for (TradeOffer.Line line : offer.lines()) {
      OrderLineType of = new OrderLineType();
      remark(line).ifPresent(of::addNote);
      of.setLineItem(item(line, Integer.toString(ubl.getOrderLineCount() + 1)));
      ubl.addOrderLine(of);
    }
    return ubl;
  }

  private Optional<NoteType> note() {
    return Optional.of(offer.note()).filter(text -> !text.isBlank()).map(NoteType::new);
  }

  private static Optional<NoteType> remark(TradeOffer.Line line) {
    return Optional.of(line.remark()).filter(text -> !text.isBlank()).map(NoteType::new);
  }

  private SupplierPartyType seller() {
    SupplierPartyType seller = new SupplierPartyType();
    seller.setParty(UblParts.party(offer.seller(), true));
    return seller;
  }

  private CustomerPartyType buyer() {
    CustomerPartyType buyer = new CustomerPartyType();
    buyer.setParty(UblParts.party(offer.buyer(), false));
    return buyer;
  }

  private DeliveryType delivery() {
    AddressType address = new AddressType();
    offer
        .delivery()
        .lines()
        .filter(line -> !line.isBlank())
        .forEach(
            line -> {
              AddressLineType of = new AddressLineType();
              of.setLine(line.strip());
              address.addAddressLine(of);
            });
    var country =
        new oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CountryType();
    country.setIdentificationCode(offer.buyer().country());
    address.setCountry(country);
    LocationType location = new LocationType();
    location.setAddress(address);
    DeliveryType delivery = new DeliveryType();
    delivery.setDeliveryLocation(location);
    return delivery;
  }

  private TaxTotalType taxes() {
    TaxTotalType total = new TaxTotalType();
    total.setTaxAmount(offer.tax()).setCurrencyID(offer.currency());
    return total;
  }

  private MonetaryTotalType sums() {
    MonetaryTotalType sums = new MonetaryTotalType();
    sums.setLineExtensionAmount(offer.net()).setCurrencyID(offer.currency());
    sums.setTaxExclusiveAmount(offer.net()).setCurrencyID(offer.currency());
    sums.setTaxInclusiveAmount(offer.net().add(offer.tax())).setCurrencyID(offer.currency());
    sums.setPayableAmount(offer.net().add(offer.tax())).setCurrencyID(offer.currency());
    return sums;
  }

  private LineItemType item(TradeOffer.Line line, String id) {
    LineItemType item = new LineItemType();
    item.setID(id);
    item.setQuantity(line.quantity()).setUnitCode(Units.code(line.unit()));
    item.setLineExtensionAmount(line.net()).setCurrencyID(offer.currency());
    line.wanted()
        .ifPresent(
            day -> {
              PeriodType period = new PeriodType();
              period.setStartDate(day);
              period.setEndDate(day);
              DeliveryType delivery = new DeliveryType();
              delivery.setRequestedDeliveryPeriod(period);
              item.addDelivery(delivery);
            });
    PriceType price = new PriceType();
    price.setPriceAmount(line.net()).setCurrencyID(offer.currency());
    price.setBaseQuantity(line.quantity()).setUnitCode(Units.code(line.unit()));
    item.setPrice(price);
    item.setItem(
        UblParts.item(
            line.code(),
            line.words(),
            UblParts.category(line.percent(), offer.exemption(), false)));
    return item;
  }
}
