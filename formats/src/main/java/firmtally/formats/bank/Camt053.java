package firmtally.formats.bank;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/**
 * A bank's statement as ISO 20022 has it, camt.053 of any version: what was credited and booked. An
 * entry that gathers several payments is read payment by payment.
 */
public final class Camt053 {
  private static final String NAMESPACE = "urn:iso:std:iso:20022:tech:xsd:camt.053.001.08";
  private static final String BEGINS = "urn:iso:std:iso:20022:tech:xsd:camt.053.001.";

  private Camt053() {}

  /** Whether a file looks like one. */
  public static boolean looksLike(byte[] file) {
    String start =
        new String(file, 0, Math.min(file.length, 2000), StandardCharsets.UTF_8).stripLeading();
    return start.startsWith("<") || start.startsWith("\uFEFF<");
  }

  /**
   * Reads one.
   *
   * @throws BankStatement.NotValidException naming what is wrong
   */
  public static BankStatement read(byte[] file) {
    Element root = parse(file).getDocumentElement();
    if (root.getNamespaceURI() == null || !root.getNamespaceURI().startsWith(BEGINS)) {
      throw new BankStatement.NotValidException("This is not a camt.053 statement.");
    }
    List<BankStatement.Entry> entries = new ArrayList<>();
    NodeList all = root.getElementsByTagNameNS("*", "Ntry");
    for (int i = 0; i < all.getLength(); i++) {
      read((Element) all.item(i), "entry " + (i + 1), entries);
    }
    return new BankStatement(entries);
  }

  private static Document parse(byte[] file) {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    try {
      factory.setNamespaceAware(true);
      factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      var builder = factory.newDocumentBuilder();
      builder.setErrorHandler(null);
      return builder.parse(new ByteArrayInputStream(file));
    } catch (SAXException e) {
      throw new BankStatement.NotValidException("This is not valid XML: " + e.getMessage(), e);
    } catch (IOException | ParserConfigurationException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void read(Element entry, String at, List<BankStatement.Entry> entries) {
    boolean isCredit =
        child(entry, "CdtDbtInd").map(Element::getTextContent).filter("CRDT"::equals).isPresent();
    boolean isBooked =
        child(entry, "Sts").map(s -> s.getTextContent().strip()).filter("PDNG"::equals).isEmpty();
    if (!isCredit || !isBooked) {
      return;
    }
    LocalDate on = day(entry, at);
    String ref = text(entry, "AcctSvcrRef").orElseGet(() -> text(entry, "NtryRef").orElse(""));
    List<Element> details = descendants(entry, "TxDtls");
    if (details.size() < 2) {
      Element of = details.isEmpty() ? entry : details.get(0);
      entries.add(entry(of, amount(entry, at).orElseThrow(() -> missing(at, "Amt")), on, ref));
      return;
    }
    for (int i = 0; i < details.size(); i++) {
      Element of = details.get(i);
      String place = at + ", payment " + (i + 1);
      String own = ref.isEmpty() ? "" : ref + "-" + (i + 1);
      entries.add(
          entry(
              of,
              amount(of, place).orElseThrow(() -> missing(place, "Amt")),
              on,
              descendant(of, "AcctSvcrRef").map(e -> e.getTextContent().strip()).orElse(own)));
    }
  }

  private static BankStatement.NotValidException missing(String at, String element) {
    return new BankStatement.NotValidException("There is no " + element + " in " + at + ".");
  }

  private static BankStatement.Entry entry(Element of, Amount amount, LocalDate on, String ref) {
    String payer =
        descendant(of, "Dbtr")
            .flatMap(debtor -> descendant(debtor, "Nm"))
            .map(name -> name.getTextContent().strip())
            .orElse("");
    String words =
        Stream.concat(
                descendants(of, "Ustrd").stream(),
                descendants(of, "CdtrRefInf").stream().flatMap(r -> descendants(r, "Ref").stream()))
            .map(e -> e.getTextContent().strip())
            .collect(Collectors.joining(" "));
    return new BankStatement.Entry(on, amount.value(), amount.currency(), payer, words, ref);
  }

  private record Amount(BigDecimal value, String currency) {}

  private static Optional<Amount> amount(Element of, String at) {
    Optional<Element> element = child(of, "Amt").or(() -> descendant(of, "Amt"));
    return element.map(
        e -> {
          try {
            BigDecimal value = new BigDecimal(e.getTextContent().strip());
            if (value.signum() <= 0) {
              throw new BankStatement.NotValidException("The amount of " + at + " is not above 0.");
            }
            return new Amount(value, e.getAttribute("Ccy"));
          } catch (NumberFormatException ex) {
            throw new BankStatement.NotValidException("The amount of " + at + " is no number.", ex);
          }
        });
  }

  private static LocalDate day(Element entry, String at) {
    String text =
        child(entry, "BookgDt")
            .or(() -> child(entry, "ValDt"))
            .map(e -> e.getTextContent().strip())
            .orElseThrow(() -> missing(at, "BookgDt"));
    try {
      return LocalDate.parse(text.length() > 10 ? text.substring(0, 10) : text);
    } catch (java.time.DateTimeException e) {
      throw new BankStatement.NotValidException("The day of " + at + " is not valid.", e);
    }
  }

  private static Optional<String> text(Element of, String name) {
    return child(of, name).map(e -> e.getTextContent().strip());
  }

  private static Optional<Element> child(Element of, String name) {
    for (Node node = of.getFirstChild(); node != null; node = node.getNextSibling()) {
      if (node instanceof Element element && name.equals(element.getLocalName())) {
        return Optional.of(element);
      }
    }
    return Optional.empty();
  }

  private static Optional<Element> descendant(Element of, String name) {
    return descendants(of, name).stream().findFirst();
  }

  private static List<Element> descendants(Element of, String name) {
    NodeList found = of.getElementsByTagNameNS("*", name);
    List<Element> elements = new ArrayList<>();
    for (int i = 0; i < found.getLength(); i++) {
      elements.add((Element) found.item(i));
    }
    return elements;
  }

  /**
   * Writes one.
   *
   * @param id of the statement
   * @param account the IBAN that it is of
   */
  public static byte[] write(BankStatement statement, String id, String account) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      XMLStreamWriter xml = XMLOutputFactory.newInstance().createXMLStreamWriter(out, "UTF-8");
      xml.writeStartDocument("UTF-8", "1.0");
      xml.setDefaultNamespace(NAMESPACE);
      open(xml, "Document");
      xml.writeDefaultNamespace(NAMESPACE);
      open(xml, "BkToCstmrStmt", "Stmt");
      leaf(xml, "Id", id);
      open(xml, "Acct", "Id");
      leaf(xml, "IBAN", account);
      close(xml, 2);
      for (BankStatement.Entry entry : statement.entries()) {
        write(xml, entry);
      }
      xml.writeEndDocument();
      xml.close();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return out.toByteArray();
  }

  private static void write(XMLStreamWriter xml, BankStatement.Entry entry)
      throws XMLStreamException {
    open(xml, "Ntry");
    xml.writeStartElement(NAMESPACE, "Amt");
    xml.writeAttribute("Ccy", entry.currency());
    xml.writeCharacters(entry.amount().toPlainString());
    xml.writeEndElement();
    leaf(xml, "CdtDbtInd", "CRDT");
    open(xml, "Sts");
    leaf(xml, "Cd", "BOOK");
    close(xml, 1);
    open(xml, "BookgDt");
    leaf(xml, "Dt", entry.on().toString());
    close(xml, 1);
    leaf(xml, "AcctSvcrRef", entry.ref());
    open(xml, "NtryDtls", "TxDtls", "RltdPties", "Dbtr", "Pty");
    leaf(xml, "Nm", entry.payer());
    close(xml, 3);
    open(xml, "RmtInf");
    leaf(xml, "Ustrd", entry.words());
    close(xml, 4);
  }

  private static void open(XMLStreamWriter xml, String... names) throws XMLStreamException {
    for (String name : names) {
      xml.writeStartElement(NAMESPACE, name);
    }
  }

  private static void close(XMLStreamWriter xml, int times) throws XMLStreamException {
    for (int i = 0; i < times; i++) {
      xml.writeEndElement();
    }
  }

  private static void leaf(XMLStreamWriter xml, String name, String text)
      throws XMLStreamException {
    xml.writeStartElement(NAMESPACE, name);
    xml.writeCharacters(text);
    xml.writeEndElement();
  }
}
