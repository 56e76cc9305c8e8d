package firmtally.formats.invoice;

import com.helger.ubl21.UBL21Marshaller;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AllowanceChargeType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.BillingReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CreditNoteLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CustomerPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DocumentReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.FinancialAccountType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.InvoiceLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.MonetaryTotalType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PaymentMeansType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PaymentTermsType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PriceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.SupplierPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxSubtotalType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxTotalType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.NoteType;
import oasis.names.specification.ubl.schema.xsd.creditnote_21.CreditNoteType;
import oasis.names.specification.ubl.schema.xsd.invoice_21.InvoiceType;

/**
 * Writes invoices and credit notes as UBL 2.1, by EN 16931 in the shape of Peppol BIS Billing 3.
 *
 * <p>The price of a line is told for its whole quantity ({@code PriceAmount} for {@code
 * BaseQuantity}), so that it makes the line's amount to the cent, whatever it is divided by.
 */
public final class UblInvoice {
  private static final String CUSTOMIZATION =
      "urn:cen.eu:en16931:2017#compliant#urn:fdc:peppol.eu:2017:poacc:billing:3.0";
  private static final String PROFILE = "urn:fdc:peppol.eu:2017:poacc:billing:01:1.0";
  private static final String INVOICE = "380";
  private static final String CREDIT_NOTE = "381";

  /** A credit transfer, and where nothing is said of how it is paid. */
  private static final String TRANSFER = "30";

  private static final String UNDEFINED = "1";

  private final TradeInvoice invoice;

  private UblInvoice(TradeInvoice invoice) {
    this.invoice = invoice;
  }

  /**
   * The document in UTF-8.
   *
   * @throws IllegalStateException where it does not fit the schema
   */
  public static byte[] write(TradeInvoice invoice) {
    UblInvoice writer = new UblInvoice(invoice);
    byte[] xml =
        invoice.credit()
            ? UBL21Marshaller.creditNote().setFormattedOutput(true).getAsBytes(writer.creditNote())
            : UBL21Marshaller.invoice().setFormattedOutput(true).getAsBytes(writer.invoice());
    return Optional.ofNullable(xml)
        .orElseThrow(
            () -> new IllegalStateException(invoice.number() + " does not fit the UBL schema"));
  }

  private InvoiceType invoice() {
    InvoiceType ubl = new InvoiceType();
    ubl.setCustomizationID(CUSTOMIZATION);
    ubl.setProfileID(PROFILE);
    ubl.setID(invoice.number());
    ubl.setIssueDate(invoice.issuedOn());
    ubl.setDueDate(invoice.due());
    ubl.setInvoiceTypeCode(INVOICE);
    note().ifPresent(ubl::addNote);
    ubl.setDocumentCurrencyCode(invoice.currency());
    ubl.setBuyerReference(buyerReference());
    order().ifPresent(ubl::setOrderReference);
    ubl.setAccountingSupplierParty(seller());
    ubl.setAccountingCustomerParty(buyer());
    ubl.addPaymentMeans(means());
    terms().ifPresent(ubl::addPaymentTerms);
    allowances().forEach(ubl::addAllowanceCharge);
    ubl.addTaxTotal(taxes());
    ubl.setLegalMonetaryTotal(sums());
    for (TradeInvoice.Line line : invoice.lines()) {
      InvoiceLineType of = new InvoiceLineType();
      of.setID(Integer.toString(ubl.getInvoiceLineCount() + 1));
      of.setInvoicedQuantity(line.quantity()).setUnitCode(Units.code(line.unit()));
      of.setLineExtensionAmount(line.net()).setCurrencyID(invoice.currency());
      UblParts.period(line.from(), line.to()).ifPresent(of::addInvoicePeriod);
      of.setItem(item(line));
      of.setPrice(price(line));
      ubl.addInvoiceLine(of);
    }
    return ubl;
  }

  private CreditNoteType creditNote() {
    CreditNoteType ubl = new CreditNoteType();
    ubl.setCustomizationID(CUSTOMIZATION);
    ubl.setProfileID(PROFILE);
    ubl.setID(invoice.number());
    ubl.setIssueDate(invoice.issuedOn());
    ubl.setCreditNoteTypeCode(CREDIT_NOTE);
    note().ifPresent(ubl::addNote);
    ubl.setDocumentCurrencyCode(invoice.currency());
    ubl.setBuyerReference(buyerReference());
    order().ifPresent(ubl::setOrderReference);
    credited().ifPresent(ubl::addBillingReference);
    ubl.setAccountingSupplierParty(seller());
    ubl.setAccountingCustomerParty(buyer());
    ubl.addPaymentMeans(means());
    terms().ifPresent(ubl::addPaymentTerms);
    allowances().forEach(ubl::addAllowanceCharge);
    ubl.addTaxTotal(taxes());
    ubl.setLegalMonetaryTotal(sums());
    for (TradeInvoice.Line line : invoice.lines()) {
      CreditNoteLineType of = new CreditNoteLineType();
      of.setID(Integer.toString(ubl.getCreditNoteLineCount() + 1));
      of.setCreditedQuantity(line.quantity()).setUnitCode(Units.code(line.unit()));
      of.setLineExtensionAmount(line.net()).setCurrencyID(invoice.currency());
      UblParts.period(line.from(), line.to()).ifPresent(of::addInvoicePeriod);
      of.setItem(item(line));
      of.setPrice(price(line));
      ubl.addCreditNoteLine(of);
    }
    return ubl;
  }

  private Optional<NoteType> note() {
    return Optional.of(invoice.note()).filter(text -> !text.isBlank()).map(NoteType::new);
  }

  /** What the buyer finds it by: their PO number, else how they are known here. */
  private String buyerReference() {
    return Optional.of(invoice.references().poNumber())
        .filter(number -> !number.isBlank())
        .orElse(invoice.buyer().number());
  }

  private Optional<OrderReferenceType> order() {
    TradeInvoice.References refers = invoice.references();
    if (refers.poNumber().isBlank() && refers.order().isBlank()) {
      return Optional.empty();
    }
    OrderReferenceType order = new OrderReferenceType();
    // The identifier is the buyer's; where they gave none it is said so, as the rules want.
    order.setID(refers.poNumber().isBlank() ? "NA" : refers.poNumber());
    if (!refers.order().isBlank()) {
      order.setSalesOrderID(refers.order());
    }
    return Optional.of(order);
  }

  private Optional<BillingReferenceType> credited() {
    TradeInvoice.References refers = invoice.references();
    if (refers.credits().isBlank()) {
      return Optional.empty();
    }
    DocumentReferenceType document = new DocumentReferenceType();
    document.setID(refers.credits());
    if (refers.creditsIssuedOn() != null) {
      document.setIssueDate(refers.creditsIssuedOn());
    }
    BillingReferenceType reference = new BillingReferenceType();
    reference.setInvoiceDocumentReference(document);
    return Optional.of(reference);
  }

  private SupplierPartyType seller() {
    SupplierPartyType seller = new SupplierPartyType();
    seller.setParty(UblParts.party(invoice.seller(), true));
    return seller;
  }

  private CustomerPartyType buyer() {
    CustomerPartyType buyer = new CustomerPartyType();
    buyer.setParty(UblParts.party(invoice.buyer(), false));
    return buyer;
  }

  private PaymentMeansType means() {
    TradeInvoice.Payment payment = invoice.payment();
    PaymentMeansType means = new PaymentMeansType();
    means.setPaymentMeansCode(payment.account().isBlank() ? UNDEFINED : TRANSFER);
    if (!payment.reference().isBlank()) {
      means.addPaymentID(
          new oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.PaymentIDType(
              payment.reference()));
    }
    if (!payment.account().isBlank()) {
      FinancialAccountType account = new FinancialAccountType();
      account.setID(payment.account().replace(" ", ""));
      account.setName(invoice.seller().name());
      means.setPayeeFinancialAccount(account);
    }
    return means;
  }

  private Optional<PaymentTermsType> terms() {
    if (invoice.payment().terms().isBlank()) {
      return Optional.empty();
    }
    PaymentTermsType terms = new PaymentTermsType();
    terms.addNote(new NoteType(invoice.payment().terms()));
    return Optional.of(terms);
  }

  private List<AllowanceChargeType> allowances() {
    List<AllowanceChargeType> allowances = new ArrayList<>();
    for (TradeInvoice.Deduction deduction : invoice.deductions()) {
      AllowanceChargeType allowance = new AllowanceChargeType();
      allowance.setChargeIndicator(false);
      allowance.addAllowanceChargeReason(
          new oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21
              .AllowanceChargeReasonType(deduction.words()));
      allowance.setAmount(deduction.net()).setCurrencyID(invoice.currency());
      allowance.addTaxCategory(UblParts.category(deduction.percent(), invoice.exemption(), false));
      allowances.add(allowance);
    }
    return allowances;
  }

  private TaxTotalType taxes() {
    TaxTotalType total = new TaxTotalType();
    total.setTaxAmount(invoice.sums().tax()).setCurrencyID(invoice.currency());
    for (TradeInvoice.Tax tax : invoice.taxes()) {
      TaxSubtotalType part = new TaxSubtotalType();
      part.setTaxableAmount(tax.base()).setCurrencyID(invoice.currency());
      part.setTaxAmount(tax.tax()).setCurrencyID(invoice.currency());
      part.setTaxCategory(UblParts.category(tax.percent(), invoice.exemption(), true));
      total.addTaxSubtotal(part);
    }
    return total;
  }

  private MonetaryTotalType sums() {
    TradeInvoice.Sums of = invoice.sums();
    MonetaryTotalType sums = new MonetaryTotalType();
    sums.setLineExtensionAmount(of.lines()).setCurrencyID(invoice.currency());
    sums.setTaxExclusiveAmount(of.net()).setCurrencyID(invoice.currency());
    sums.setTaxInclusiveAmount(of.total()).setCurrencyID(invoice.currency());
    if (of.deducted().signum() != 0) {
      sums.setAllowanceTotalAmount(of.deducted()).setCurrencyID(invoice.currency());
    }
    sums.setPayableAmount(of.total()).setCurrencyID(invoice.currency());
    return sums;
  }

  private ItemType item(TradeInvoice.Line line) {
    return UblParts.item(
        line.code(), line.words(), UblParts.category(line.percent(), invoice.exemption(), false));
  }

  private PriceType price(TradeInvoice.Line line) {
    PriceType price = new PriceType();
    price.setPriceAmount(line.net()).setCurrencyID(invoice.currency());
    price.setBaseQuantity(line.quantity()).setUnitCode(Units.code(line.unit()));
    return price;
  }
}
