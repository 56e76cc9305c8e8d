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

/** Prints a quote as PDF. */
public final class QuotePdf {
  private static final String FOLDER = "firmtally/formats/pdf/";
  private static final int NORMAL = 400;
  private static final int STRONG = 600;
  private final TemplateEngine templates = new TemplateEngine();

  /** A printer; the renderer's own words go where the application's log goes. */
  public QuotePdf() {
    XRLog.setLoggerImpl(new Slf4jLogger());
    ClassLoaderTemplateResolver resolver =
        new ClassLoaderTemplateResolver(QuotePdf.class.getClassLoader());
    resolver.setPrefix(FOLDER);
    resolver.setSuffix(".xml");
    resolver.setTemplateMode(TemplateMode.XML);
    resolver.setCharacterEncoding("UTF-8");
    templates.setTemplateResolver(resolver);
  }

  /** The bytes of the PDF. */
  public byte[] print(QuotePaper paper) {
    Context context = new Context(Locale.ENGLISH);
    context.setVariable("q", paper);
    String page = templates.process("quote", context);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder builder = new PdfRendererBuilder();
    for (String subset : new String[] {"latin", "latin-ext"}) {
      font(builder, "recursive-" + subset + "-400.ttf", "Recursive " + subset, NORMAL);
      font(builder, "recursive-" + subset + "-600.ttf", "Recursive " + subset, STRONG);
      font(builder, "newsreader-" + subset + "-500.ttf", "Newsreader " + subset, NORMAL);
    }
    builder.withHtmlContent(page, null);
    builder.withProducer("Firm Tally");
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException e) {
      throw new UncheckedIOException("the quote " + paper.number() + " cannot be printed", e);
    }
    return out.toByteArray();
  }

  private static void font(PdfRendererBuilder builder, String file, String family, int weight) {
    builder.useFont(
        () -> QuotePdf.class.getResourceAsStream(file), family, weight, FontStyle.NORMAL, true);
  }
}
