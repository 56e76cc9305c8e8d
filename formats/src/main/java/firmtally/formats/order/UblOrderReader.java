package firmtally.formats.order;

import com.helger.diagnostics.error.IError;
import com.helger.diagnostics.error.list.ErrorList;
import com.helger.ubl21.UBL21Marshaller;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ContactType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DeliveryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PeriodType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PriceType;
import oasis.names.specification.ubl.schema.xsd.order_21.OrderType;

/** Reads orders in UBL 2.1; what does not fit its schema is refused with the place. */
public final class UblOrderReader {
  private static final int PRICE_DECIMALS = 4;
  private static final int HEAD = 4096;
  private static final Pattern ROOT =
      Pattern.compile(
          "<(?:[\\w.-]+:)?Order\\b[^>]*\"urn:oasis:names:specification:ubl:schema:xsd:Order-2\"");

  /** No order has one; it would let a file pull in others. */
  private static final Pattern DOCTYPE = Pattern.compile("<!DOCTYPE", Pattern.CASE_INSENSITIVE);

  private UblOrderReader() {}

  /** Whether bytes look like an order, so that reading them is worth while. */
  public static boolean isOrder(byte[] bytes) {
    String head =
        new String(bytes, 0, Math.min(bytes.length, HEAD), StandardCharsets.UTF_8)
            .replaceAll("(?s)<!--.*?-->", "");
    return ROOT.matcher(head).find();
  }

  /**
   * Reads an order.
   *
   * @throws IllegalArgumentException when it does not fit the schema, in words for people
   */
  public static ReceivedOrder read(byte[] xml) {
    ErrorList errors = new ErrorList();
    OrderType order =
        isOrder(xml) && !DOCTYPE.matcher(new String(xml, StandardCharsets.UTF_8)).find()
            ? UBL21Marshaller.order().setCollectErrors(errors).read(xml)
            : null;
    if (order == null) {
      throw new IllegalArgumentException(
          "This is not an order in UBL 2.1."
              + errors.stream()
                  .filter(IError::isError)
                  .findFirst()
                  .map(
                      e ->
                          " Line "
                              + e.getErrorLocation().getLineNumber()
                              + ": "
                              + e.getErrorText(Locale.ENGLISH))
                  .orElse(""));
    }
    PartyType buyer = order.getBuyerCustomerParty().getParty();
    return new ReceivedOrder(
        order.getIDValue().strip(),
        Optional.ofNullable(order.getIssueDateValue()).map(day -> day.toLocalDate()),
        text(order.getDocumentCurrencyCodeValue()),
        name(buyer),
        ids(buyer),
        order.getNote().stream().map(n -> text(n.getValue())).collect(Collectors.joining("\n")),
        order.getDelivery().stream().flatMap(d -> wanted(d).stream()).findFirst(),
        order.getDelivery().stream()
            .map(UblOrderReader::delivery)
            .filter(lines -> !lines.isEmpty())
            .findFirst()
            .orElse(""),
        order.getOrderLine().stream().map(UblOrderReader::line).toList());
  }

  private static String text(String value) {
    return value == null ? "" : value.strip();
  }

  private static String name(PartyType party) {
    if (party == null) {
      return "";
    }
    return Stream.concat(
            party.getPartyName().stream().map(n -> text(n.getNameValue())),
            party.getPartyLegalEntity().stream().map(e -> text(e.getRegistrationNameValue())))
        .filter(name -> !name.isEmpty())
        .findFirst()
        .orElse("");
  }

  private static List<String> ids(PartyType party) {
    List<String> ids = new ArrayList<>();
    if (party != null) {
      party.getPartyIdentification().forEach(id -> ids.add(text(id.getIDValue())));
      party.getPartyTaxScheme().forEach(tax -> ids.add(text(tax.getCompanyIDValue())));
      ids.add(text(party.getEndpointIDValue()));
      ContactType contact = party.getContact();
      ids.add(contact == null ? "" : text(contact.getElectronicMailValue()));
    }
    return ids.stream().filter(id -> !id.isEmpty()).distinct().toList();
  }

  private static Optional<LocalDate> wanted(DeliveryType delivery) {
    PeriodType period = delivery.getRequestedDeliveryPeriod();
    return Optional.ofNullable(period)
        .map(p -> p.getEndDateValue() == null ? p.getStartDateValue() : p.getEndDateValue())
        .map(day -> day.toLocalDate());
  }

  private static String delivery(DeliveryType delivery) {
    AddressType address =
        delivery.getDeliveryAddress() != null || delivery.getDeliveryLocation() == null
            ? delivery.getDeliveryAddress()
            : delivery.getDeliveryLocation().getAddress();
    if (address == null) {
      return "";
    }
    List<String> lines = new ArrayList<>();
    lines.add(text(address.getStreetNameValue()) + " " + text(address.getBuildingNumberValue()));
    lines.add(text(address.getAdditionalStreetNameValue()));
    address.getAddressLine().forEach(line -> lines.add(text(line.getLineValue())));
    lines.add(text(address.getPostalZoneValue()) + " " + text(address.getCityNameValue()));
    return lines.stream()
        .map(String::strip)
        .filter(line -> !line.isEmpty())
        .collect(Collectors.joining("\n"));
  }

  private static ReceivedOrder.Line line(OrderLineType of) {
    LineItemType item = of.getLineItem();
    ItemType what = item.getItem();
    BigDecimal quantity =
        item.getQuantityValue() == null ? BigDecimal.ONE : item.getQuantityValue();
    return new ReceivedOrder.Line(
        what.getSellersItemIdentification() == null
            ? ""
            : text(what.getSellersItemIdentification().getIDValue()),
        what.getBuyersItemIdentification() == null
            ? ""
            : text(what.getBuyersItemIdentification().getIDValue()),
        words(what),
        quantity,
        item.getQuantity() == null ? "" : text(item.getQuantity().getUnitCode()),
        unitPrice(item, quantity),
        item.getDelivery().stream().flatMap(d -> wanted(d).stream()).findFirst());
  }

  private static String words(ItemType what) {
    String name = text(what.getNameValue());
    return name.isEmpty()
        ? what.getDescription().stream()
            .map(d -> text(d.getValue()))
            .collect(Collectors.joining(" "))
        : name;
  }

  /** What one costs, half up to four decimals; from the line's amount where no price is told. */
  private static Optional<BigDecimal> unitPrice(LineItemType item, BigDecimal quantity) {
    PriceType price = item.getPrice();
    if (price != null && price.getPriceAmountValue() != null) {
      BigDecimal base = price.getBaseQuantityValue();
      return Optional.of(
          price
              .getPriceAmountValue()
              .divide(
                  base == null || base.signum() == 0 ? BigDecimal.ONE : base,
                  PRICE_DECIMALS,
                  RoundingMode.HALF_UP));
    }
    return Optional.ofNullable(item.getLineExtensionAmountValue())
        .filter(amount -> quantity.signum() != 0)
        .map(amount -> amount.divide(quantity, PRICE_DECIMALS, RoundingMode.HALF_UP));
  }
}
