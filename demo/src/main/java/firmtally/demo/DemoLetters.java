package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.customers.email.IncomingEmails;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.sales.received.OrderIntake;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What came this morning: an email of a customer that waits for an answer, and an order as a file.
 */
@Component
class DemoLetters {
  private static final int WRITES = 10;
  private static final int ORDERS = 20;
  private static final int WANTED_IN_DAYS = 20;
  private final AccountService accounts;
  private final IncomingEmails emails;
  private final OrderIntake orders;
  private final Clock clock;

  DemoLetters(AccountService accounts, IncomingEmails emails, OrderIntake orders, Clock clock) {
    this.accounts = accounts;
    this.emails = emails;
    this.orders = orders;
    this.clock = clock;
  }

  void arrive(List<AccountId> ids, Actor manager) {
    contact(ids.get(WRITES)).ifPresent(this::write);
    orders.take(order(accounts.readable(ids.get(ORDERS), Actor.SYSTEM)), ids.get(ORDERS), manager);
  }

  private Optional<AccountService.Contact> contact(AccountId id) {
    return accounts.contacts(id, Actor.SYSTEM).stream()
        .filter(contact -> !contact.email().isEmpty())
        .findFirst();
  }

  private void write(AccountService.Contact contact) {
    emails.arrive(
        String.join(
                "\r\n",
                "Message-ID: <demo-1@"
                    + contact.email().substring(contact.email().indexOf('@') + 1)
                    + ">",
                "Date: " + DateTimeFormatter.RFC_1123_DATE_TIME.format(ZonedDateTime.now(clock)),
                "From: " + contact.name() + " <" + contact.email() + ">",
                "To: sales@harrowplumb.example",
                "Subject: Calibration before the audit",
                "Content-Type: text/plain; charset=UTF-8",
                "",
                "Good morning,",
                "",
                "our auditor comes in six weeks. Can you calibrate all our scales before that, and what would it cost?",
                "",
                "Kind regards",
                contact.name(),
                "")
            .getBytes(StandardCharsets.UTF_8));
  }

  private byte[] order(Account account) {
    LocalDate today = LocalDate.now(clock);
    return """
        <?xml version="1.0" encoding="UTF-8"?>
        <Order xmlns="urn:oasis:names:specification:ubl:schema:xsd:Order-2"
          xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
          xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
        <cbc:ID>4500-118</cbc:ID><cbc:IssueDate>%s</cbc:IssueDate>
        <cbc:Note>Please deliver by the north gate, before noon.</cbc:Note>
        <cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>
        <cac:BuyerCustomerParty><cac:Party>
          <cac:PartyIdentification><cbc:ID>%s</cbc:ID></cac:PartyIdentification>
          <cac:PartyName><cbc:Name>%s</cbc:Name></cac:PartyName>
        </cac:Party></cac:BuyerCustomerParty>
        <cac:SellerSupplierParty/>
        <cac:Delivery>
          <cac:DeliveryAddress><cbc:StreetName>Hall 3, North Gate</cbc:StreetName></cac:DeliveryAddress>
          <cac:RequestedDeliveryPeriod><cbc:EndDate>%s</cbc:EndDate></cac:RequestedDeliveryPeriod>
        </cac:Delivery>
        %s%s%s
        </Order>
        """
        .formatted(
            today.minusDays(1),
            account.number(),
            account.name().replace("&", "&amp;"),
            today.plusDays(WANTED_IN_DAYS),
            line(1, "BS-15", "W-100", "Bench scale, 15 kg", "4", "420"),
            line(2, "LC-1T", "W-220", "Load cell, 1 t", "12", "155"),
            line(3, "", "W-815", "Cable set, 10 m", "2", "95"))
        .getBytes(StandardCharsets.UTF_8);
  }

  private static String line(
      int number, String ours, String theirs, String words, String quantity, String price) {
    return """
        <cac:OrderLine><cac:LineItem><cbc:ID>%d</cbc:ID><cbc:Quantity unitCode="H87">%s</cbc:Quantity>
        <cac:Price><cbc:PriceAmount currencyID="EUR">%s</cbc:PriceAmount></cac:Price>
        <cac:Item><cbc:Name>%s</cbc:Name>
        <cac:BuyersItemIdentification><cbc:ID>%s</cbc:ID></cac:BuyersItemIdentification>
        <cac:SellersItemIdentification><cbc:ID>%s</cbc:ID></cac:SellersItemIdentification></cac:Item>
        </cac:LineItem></cac:OrderLine>
        """
        .formatted(number, quantity, price, words, theirs, ours);
  }
}
