package firmtally.formats.invoice;

import com.helger.cii.d16b.CIID16BCrossIndustryInvoiceTypeMarshaller;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import un.unece.uncefact.data.standard.crossindustryinvoice._100.CrossIndustryInvoiceType;
import un.unece.uncefact.data.standard.qualifieddatatype._100.FormattedDateTimeType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.CreditorFinancialAccountType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.DocumentContextParameterType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.DocumentLineDocumentType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.ExchangedDocumentContextType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.ExchangedDocumentType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.HeaderTradeAgreementType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.HeaderTradeDeliveryType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.HeaderTradeSettlementType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.LegalOrganizationType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.LineTradeAgreementType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.LineTradeDeliveryType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.LineTradeSettlementType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.NoteType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.ReferencedDocumentType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.SpecifiedPeriodType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.SupplyChainTradeLineItemType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.SupplyChainTradeTransactionType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TaxRegistrationType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeAddressType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeAllowanceChargeType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeContactType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradePartyType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradePaymentTermsType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradePriceType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeProductType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeSettlementHeaderMonetarySummationType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeSettlementLineMonetarySummationType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeSettlementPaymentMeansType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.TradeTaxType;
import un.unece.uncefact.data.standard.reusableaggregatebusinessinformationentity._100.UniversalCommunicationType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.AmountType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.DateTimeType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.IDType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.IndicatorType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.QuantityType;
import un.unece.uncefact.data.standard.unqualifieddatatype._100.TextType;

/**
 * Writes invoices and credit notes in the UN/CEFACT syntax (Cross Industry Invoice, D16B) by EN
 * 16931: what a hybrid invoice carries inside its PDF.
 */
public final class CiiInvoice {
  private static final String GUIDELINE = "urn:cen.eu:en16931:2017";
  private static final String INVOICE = "380";
  private static final String CREDIT_NOTE = "381";
  private static final String TRANSFER = "30";
  private static final String UNDEFINED = "1";
  private static final String VAT = "VAT";

  /** Dates as eight digits. */
  private static final String DAY_FORMAT = "102";

  private static final DateTimeFormatter DAY = DateTimeFormatter.BASIC_ISO_DATE;
  private final TradeInvoice invoice;

  private CiiInvoice(TradeInvoice invoice) {
    this.invoice = invoice;
  }

  /**
   * The document in UTF-8.
   *
   * @throws IllegalStateException where it does not fit the schema
   */
  public static byte[] write(TradeInvoice invoice) {
    return Optional.ofNullable(
            new CIID16BCrossIndustryInvoiceTypeMarshaller()
                .setFormattedOutput(true)
                .getAsBytes(new CiiInvoice(invoice).document()))
        .orElseThrow(
            () -> new IllegalStateException(invoice.number() + " does not fit the CII schema"));
  }

  private CrossIndustryInvoiceType document() {
    CrossIndustryInvoiceType document = new CrossIndustryInvoiceType();
    DocumentContextParameterType guideline = new DocumentContextParameterType();
    guideline.setID(GUIDELINE);
    ExchangedDocumentContextType context = new ExchangedDocumentContextType();
    context.addGuidelineSpecifiedDocumentContextParameter(guideline);
    document.setExchangedDocumentContext(context);
    document.setExchangedDocument(head());
    SupplyChainTradeTransactionType trade = new SupplyChainTradeTransactionType();
    for (TradeInvoice.Line line : invoice.lines()) {
      trade.addIncludedSupplyChainTradeLineItem(
          line(line, trade.getIncludedSupplyChainTradeLineItemCount() + 1));
    }
    trade.setApplicableHeaderTradeAgreement(agreement());
    trade.setApplicableHeaderTradeDelivery(new HeaderTradeDeliveryType());
    trade.setApplicableHeaderTradeSettlement(settlement());
    document.setSupplyChainTradeTransaction(trade);
    return document;
  }

  private ExchangedDocumentType head() {
    ExchangedDocumentType head = new ExchangedDocumentType();
    head.setID(invoice.number());
    head.setTypeCode(invoice.credit() ? CREDIT_NOTE : INVOICE);
    head.setIssueDateTime(day(invoice.issuedOn()));
    if (!invoice.note().isBlank()) {
      NoteType note = new NoteType();
      note.addContent(new TextType(invoice.note()));
      head.addIncludedNote(note);
    }
    return head;
  }

  private static DateTimeType day(LocalDate day) {
    DateTimeType.DateTimeString text = new DateTimeType.DateTimeString();
    text.setFormat(DAY_FORMAT);
    text.setValue(DAY.format(day));
    DateTimeType of = new DateTimeType();
    of.setDateTimeString(text);
    return of;
  }

  private SupplyChainTradeLineItemType line(TradeInvoice.Line line, int position) {
    SupplyChainTradeLineItemType item = new SupplyChainTradeLineItemType();
    DocumentLineDocumentType number = new DocumentLineDocumentType();
    number.setLineID(Integer.toString(position));
    item.setAssociatedDocumentLineDocument(number);
    TradeProductType product = new TradeProductType();
    if (!line.code().isBlank()) {
      product.setSellerAssignedID(line.code());
    }
    product.addName(new TextType(line.words()));
    item.setSpecifiedTradeProduct(product);
    TradePriceType price = new TradePriceType();
    price.addChargeAmount(new AmountType(line.net()));
    price.setBasisQuantity(quantity(line));
    LineTradeAgreementType agreed = new LineTradeAgreementType();
    agreed.setNetPriceProductTradePrice(price);
    item.setSpecifiedLineTradeAgreement(agreed);
    LineTradeDeliveryType delivery = new LineTradeDeliveryType();
    delivery.setBilledQuantity(quantity(line));
    item.setSpecifiedLineTradeDelivery(delivery);
    item.setSpecifiedLineTradeSettlement(settlement(line));
    return item;
  }

  private static QuantityType quantity(TradeInvoice.Line line) {
    QuantityType quantity = new QuantityType();
    quantity.setValue(line.quantity());
    quantity.setUnitCode(Units.code(line.unit()));
    return quantity;
  }

  private LineTradeSettlementType settlement(TradeInvoice.Line line) {
    LineTradeSettlementType settlement = new LineTradeSettlementType();
    settlement.addApplicableTradeTax(category(line.percent()));
    if (line.from() != null) {
      SpecifiedPeriodType period = new SpecifiedPeriodType();
      period.setStartDateTime(day(line.from()));
      period.setEndDateTime(day(line.to()));
      settlement.setBillingSpecifiedPeriod(period);
    }
    TradeSettlementLineMonetarySummationType sum = new TradeSettlementLineMonetarySummationType();
    sum.addLineTotalAmount(new AmountType(line.net()));
    settlement.setSpecifiedTradeSettlementLineMonetarySummation(sum);
    return settlement;
  }

  private TradeTaxType category(BigDecimal percent) {
    TradeTaxType tax = new TradeTaxType();
    tax.setTypeCode(VAT);
    tax.setCategoryCode(percent.signum() > 0 ? "S" : invoice.exemption().isBlank() ? "Z" : "E");
    tax.setRateApplicablePercent(percent);
    return tax;
  }

  private HeaderTradeAgreementType agreement() {
    HeaderTradeAgreementType agreement = new HeaderTradeAgreementType();
    TradeInvoice.References refers = invoice.references();
    agreement.setBuyerReference(
        refers.poNumber().isBlank() ? invoice.buyer().number() : refers.poNumber());
    agreement.setSellerTradeParty(party(invoice.seller(), true));
    agreement.setBuyerTradeParty(party(invoice.buyer(), false));
    if (!refers.order().isBlank()) {
      agreement.setSellerOrderReferencedDocument(document(refers.order()));
    }
    if (!refers.poNumber().isBlank()) {
      agreement.setBuyerOrderReferencedDocument(document(refers.poNumber()));
    }
    return agreement;
  }

  private static ReferencedDocumentType document(String number) {
    ReferencedDocumentType document = new ReferencedDocumentType();
    document.setIssuerAssignedID(number);
    return document;
  }

  private static TradePartyType party(TradeInvoice.Party of, boolean isSeller) {
    TradePartyType party = new TradePartyType();
    if (!of.number().isBlank()) {
      party.addID(new IDType(of.number()));
    }
    party.setName(of.name());
    if (!of.registration().isBlank()) {
      LegalOrganizationType organization = new LegalOrganizationType();
      organization.setID(of.registration());
      party.setSpecifiedLegalOrganization(organization);
    }
    if (isSeller) {
      party.addDefinedTradeContact(contact(of));
    }
    party.setPostalTradeAddress(address(of));
    ElectronicAddress.of(of)
        .ifPresent(
            address -> {
              UniversalCommunicationType end = new UniversalCommunicationType();
              IDType id = new IDType(address.id());
              id.setSchemeID(address.scheme());
              end.setURIID(id);
              party.addURIUniversalCommunication(end);
            });
    if (!of.taxNumber().isEmpty() && (of.hasVatId() || isSeller)) {
      TaxRegistrationType registration = new TaxRegistrationType();
      IDType id = new IDType(of.hasVatId() ? of.taxNumber() : of.taxId());
      // VAT identifiers are told from other tax numbers by their scheme.
      id.setSchemeID(of.hasVatId() ? "VA" : "FC");
      registration.setID(id);
      party.addSpecifiedTaxRegistration(registration);
    }
    return party;
  }

  private static TradeContactType contact(TradeInvoice.Party of) {
    TradeContactType contact = new TradeContactType();
    if (!of.contact().isBlank()) {
      contact.setPersonName(of.contact());
    }
    if (!of.phone().isBlank()) {
      UniversalCommunicationType phone = new UniversalCommunicationType();
      phone.setCompleteNumber(of.phone());
      contact.setTelephoneUniversalCommunication(phone);
    }
    if (!of.email().isBlank()) {
      UniversalCommunicationType email = new UniversalCommunicationType();
      email.setURIID(of.email());
      contact.setEmailURIUniversalCommunication(email);
    }
    return contact;
  }

  private static TradeAddressType address(TradeInvoice.Party of) {
    TradeAddressType address = new TradeAddressType();
    if (!of.postal().isBlank()) {
      address.setPostcodeCode(of.postal());
    }
    if (!of.street().isBlank()) {
      address.setLineOne(of.street());
    }
    if (!of.town().isBlank()) {
      address.setCityName(of.town());
    }
    address.setCountryID(of.country());
    return address;
  }

  private HeaderTradeSettlementType settlement() {
    HeaderTradeSettlementType settlement = new HeaderTradeSettlementType();
    if (!invoice.payment().reference().isBlank()) {
      settlement.addPaymentReference(new TextType(invoice.payment().reference()));
    }
    settlement.setInvoiceCurrencyCode(invoice.currency());
    settlement.addSpecifiedTradeSettlementPaymentMeans(means());
    for (TradeInvoice.Tax tax : invoice.taxes()) {
      TradeTaxType part = category(tax.percent());
      part.addCalculatedAmount(new AmountType(tax.tax()));
      part.addBasisAmount(new AmountType(tax.base()));
      if (tax.percent().signum() == 0 && !invoice.exemption().isBlank()) {
        part.setExemptionReason(invoice.exemption());
      }
      settlement.addApplicableTradeTax(part);
    }
    for (TradeInvoice.Deduction deduction : invoice.deductions()) {
      TradeAllowanceChargeType allowance = new TradeAllowanceChargeType();
      IndicatorType isCharge = new IndicatorType();
      isCharge.setIndicator(false);
      allowance.setChargeIndicator(isCharge);
      allowance.addActualAmount(new AmountType(deduction.net()));
      allowance.setReason(deduction.words());
      allowance.addCategoryTradeTax(category(deduction.percent()));
      settlement.addSpecifiedTradeAllowanceCharge(allowance);
    }
    TradePaymentTermsType terms = new TradePaymentTermsType();
    if (!invoice.payment().terms().isBlank()) {
      terms.addDescription(new TextType(invoice.payment().terms()));
    }
    if (!invoice.credit()) {
      terms.setDueDateDateTime(day(invoice.due()));
    }
    settlement.addSpecifiedTradePaymentTerms(terms);
    settlement.setSpecifiedTradeSettlementHeaderMonetarySummation(sums());
    credited().ifPresent(settlement::setInvoiceReferencedDocument);
    return settlement;
  }

  private Optional<ReferencedDocumentType> credited() {
    TradeInvoice.References refers = invoice.references();
    if (refers.credits().isBlank()) {
      return Optional.empty();
    }
    ReferencedDocumentType document = document(refers.credits());
    if (refers.creditsIssuedOn() != null) {
      FormattedDateTimeType.DateTimeString text = new FormattedDateTimeType.DateTimeString();
      text.setFormat(DAY_FORMAT);
      text.setValue(DAY.format(refers.creditsIssuedOn()));
      FormattedDateTimeType on = new FormattedDateTimeType();
      on.setDateTimeString(text);
      document.setFormattedIssueDateTime(on);
    }
    return Optional.of(document);
  }

  private TradeSettlementPaymentMeansType means() {
    TradeSettlementPaymentMeansType means = new TradeSettlementPaymentMeansType();
    String account = invoice.payment().account().replace(" ", "");
    means.setTypeCode(account.isEmpty() ? UNDEFINED : TRANSFER);
    if (!account.isEmpty()) {
      CreditorFinancialAccountType to = new CreditorFinancialAccountType();
      to.setIBANID(account);
      to.setAccountName(invoice.seller().name());
      means.setPayeePartyCreditorFinancialAccount(to);
    }
    return means;
  }

  private TradeSettlementHeaderMonetarySummationType sums() {
    TradeInvoice.Sums of = invoice.sums();
    TradeSettlementHeaderMonetarySummationType sums =
        new TradeSettlementHeaderMonetarySummationType();
    sums.addLineTotalAmount(new AmountType(of.lines()));
    if (of.deducted().signum() != 0) {
      sums.addAllowanceTotalAmount(new AmountType(of.deducted()));
    }
    sums.addTaxBasisTotalAmount(new AmountType(of.net()));
    AmountType tax = new AmountType(of.tax());
    tax.setCurrencyID(invoice.currency());
    sums.addTaxTotalAmount(tax);
    sums.addGrandTotalAmount(new AmountType(of.total()));
    sums.addDuePayableAmount(new AmountType(of.total()));
    return sums;
  }
}
