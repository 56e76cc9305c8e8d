package firmtally.formats.pdf;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Locale;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.ClassLoaderTemplateResolver;

/** Prints what stands on a paper by a page that lies beside it, with our own letters. */
final class Printer {
  private static final String FOLDER = "firmtally/formats/pdf/";
  private static final int NORMAL = 400;
  private static final int STRONG = 600;
  private final TemplateEngine templates = new TemplateEngine();
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
   */
  byte[] print(Object paper, String number) {
    Context context = new Context(Locale.ENGLISH);
    context.setVariable("q", paper);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder builder = new PdfRendererBuilder();
    for (String subset : new String[] {"latin", "latin-ext"}) {
      font(builder, "recursive-" + subset + "-400.ttf", "Recursive " + subset, NORMAL);
      font(builder, "recursive-" + subset + "-600.ttf", "Recursive " + subset, STRONG);
      font(builder, "newsreader-" + subset + "-500.ttf", "Newsreader " + subset, NORMAL);
    }
    builder.withHtmlContent(templates.process(page, context), null);
    builder.withProducer("Firm Tally");
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException e) {
      throw new UncheckedIOException(number + " cannot be printed", e);
    }
    return out.toByteArray();
  }

  private static void font(PdfRendererBuilder builder, String file, String family, int weight) {
    builder.useFont(
        () -> Printer.class.getResourceAsStream(file), family, weight, FontStyle.NORMAL, true);
  }
}
