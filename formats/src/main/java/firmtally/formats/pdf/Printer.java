package firmtally.formats.pdf;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.TextDirection;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder.PdfAConformance;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.util.XRLog;
import firmtally.formats.writing.PaperWords;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Locale;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.ClassLoaderTemplateResolver;
import org.unbescape.xml.XmlEscape;

/**
 * Prints what stands on a paper by a page that lies beside it, with our own letters: tagged, and as
 * PDF/A-3u, so that it is read aloud and kept.
 */
final class Printer {
  private static final String FOLDER = "firmtally/formats/pdf/";
  private final TemplateEngine templates = new TemplateEngine();
  private final byte[] colours = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
  private final String page;

  /**
   * @param page the name of the page; the renderer's own words go where the application's log goes
   */
  Printer(String page) {
    this.page = page;
    XRLog.setLoggerImpl(new Slf4jLogger());
    ClassLoaderTemplateResolver resolver =
        new ClassLoaderTemplateResolver(Printer.class.getClassLoader());
    resolver.setPrefix(FOLDER);
    resolver.setSuffix(".xml");
    resolver.setTemplateMode(TemplateMode.XML);
    resolver.setCharacterEncoding("UTF-8");
    templates.setTemplateResolver(resolver);
  }

  /**
   * @param paper what the page calls {@code q}
   * @param number by which a failure names it
   * @param words what the page calls {@code w}
   */
  byte[] print(Object paper, String number, PaperWords words) {
    Context context = new Context(Locale.ENGLISH);
    context.setVariable("w", words);
    context.setVariable("q", paper);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder builder = new PdfRendererBuilder();
    String html = templates.process(page, context);
    Letters.add(builder, XmlEscape.unescapeXml(html));
    builder.useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory());
    builder.useUnicodeBidiReorderer(new ICUBidiReorderer());
    builder.defaultTextDirection(TextDirection.LTR);
    builder.usePdfAConformance(PdfAConformance.PDFA_3_U);
    builder.usePdfUaAccessibility(true);
    builder.useColorProfile(colours);
    builder.withHtmlContent(html, null);
    builder.withProducer("Firm Tally");
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException e) {
      throw new UncheckedIOException(number + " cannot be printed", e);
    }
    return out.toByteArray();
  }
}
