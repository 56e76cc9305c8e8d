package firmtally.formats.invoice;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.Map;
import java.util.TimeZone;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentCatalog;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;

/**
 * An invoice for people and programs alike: the PDF carries the same invoice as XML, by the hybrid
 * standard of EN 16931, and stays PDF/A-3u and tagged.
 */
public final class HybridInvoice {
  /** The name that the standard gives the file, and by which programs find it. */
  public static final String FILE = "factur-x.xml";

  private static final String SCHEMA_END = "</rdf:Bag>";
  private static final String METADATA_END = "</rdf:RDF>";

  /** What the metadata says of the words that it uses beside those of PDF/A. */
  private static final String SCHEMA =
      """
      <rdf:li rdf:parseType="Resource">
        <pdfaSchema:schema>Hybrid invoice extension schema</pdfaSchema:schema>
        <pdfaSchema:namespaceURI>urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#</pdfaSchema:namespaceURI>
        <pdfaSchema:prefix>fx</pdfaSchema:prefix>
        <pdfaSchema:property>
          <rdf:Seq>
      """
          + property("DocumentFileName", "The name of the embedded XML document")
          + property("DocumentType", "The type of the document, such as INVOICE")
          + property("Version", "The version of the standard that applies to the XML document")
          + property("ConformanceLevel", "The conformance level of the XML document")
          + """
                </rdf:Seq>
              </pdfaSchema:property>
            </rdf:li>
          """;

  private static final String CLAIM =
      """
      <rdf:Description xmlns:fx="urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#" rdf:about="">
        <fx:DocumentType>INVOICE</fx:DocumentType>
        <fx:DocumentFileName>factur-x.xml</fx:DocumentFileName>
        <fx:Version>1.0</fx:Version>
        <fx:ConformanceLevel>EN 16931</fx:ConformanceLevel>
      </rdf:Description>
      """;

  private HybridInvoice() {}

  private static String property(String name, String words) {
    return """
        <rdf:li rdf:parseType="Resource">
          <pdfaProperty:name>%s</pdfaProperty:name>
          <pdfaProperty:valueType>Text</pdfaProperty:valueType>
          <pdfaProperty:category>external</pdfaProperty:category>
          <pdfaProperty:description>%s</pdfaProperty:description>
        </rdf:li>
        """
        .formatted(name, words);
  }

  /**
   * Puts an invoice's XML into its PDF.
   *
   * @param pdf PDF/A-3u with its metadata
   * @param xml as {@link CiiInvoice} writes it
   * @param issuedOn when the invoice was issued, which is the file's date
   * @throws IllegalArgumentException where the PDF has no metadata to add to
   */
  public static byte[] of(byte[] pdf, byte[] xml, LocalDate issuedOn) {
    try (PDDocument document = Loader.loadPDF(pdf)) {
      attach(document, xml, issuedOn);
      claim(document);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException("the invoice’s XML cannot be put into its PDF", e);
    }
  }

  private static void attach(PDDocument document, byte[] xml, LocalDate issuedOn)
      throws IOException {
    PDEmbeddedFile embedded =
        new PDEmbeddedFile(document, new ByteArrayInputStream(xml), COSName.FLATE_DECODE);
    embedded.setSubtype("text/xml");
    embedded.setSize(xml.length);
    Calendar day = new GregorianCalendar(TimeZone.getTimeZone("UTC"));
    day.clear();
    day.set(issuedOn.getYear(), issuedOn.getMonthValue() - 1, issuedOn.getDayOfMonth());
    embedded.setModDate(day);
    PDComplexFileSpecification file = new PDComplexFileSpecification();
    file.setFile(FILE);
    file.setFileUnicode(FILE);
    file.setFileDescription("The invoice for programs");
    file.setEmbeddedFile(embedded);
    file.setEmbeddedFileUnicode(embedded);
    // Another form of the same: who reads the one needs not read the other.
    file.getCOSObject().setName("AFRelationship", "Alternative");
    PDEmbeddedFilesNameTreeNode files = new PDEmbeddedFilesNameTreeNode();
    files.setNames(Map.of(FILE, file));
    PDDocumentCatalog catalog = document.getDocumentCatalog();
    PDDocumentNameDictionary names = new PDDocumentNameDictionary(catalog);
    names.setEmbeddedFiles(files);
    catalog.setNames(names);
    COSArray associated = new COSArray();
    associated.add(file);
    catalog.getCOSObject().setItem(COSName.getPDFName("AF"), associated);
  }

  /** Says in the metadata that the XML is there. */
  private static void claim(PDDocument document) throws IOException {
    PDMetadata metadata = document.getDocumentCatalog().getMetadata();
    String text =
        metadata == null ? "" : new String(metadata.toByteArray(), StandardCharsets.UTF_8);
    int schema = text.lastIndexOf(SCHEMA_END);
    int end = text.lastIndexOf(METADATA_END);
    if (schema < 0 || end < schema) {
      throw new IllegalArgumentException("the PDF has no metadata of PDF/A");
    }
    String more =
        text.substring(0, schema)
            + SCHEMA
            + text.substring(schema, end)
            + CLAIM
            + text.substring(end);
    metadata.importXMPMetadata(more.getBytes(StandardCharsets.UTF_8));
  }
}
