package firmtally.server.platform.doors;

import java.io.IOException;
import java.io.Writer;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;

/**
 * What is said where a request is so malformed that it never reaches a page of ours. It names
 * neither what serves it nor what it asked for.
 */
public final class OwnErrorPage extends ErrorReportValve {
  private static final int FIRST_ERROR = 400;
  private static final int FIRST_FAILURE = 500;

  @Override
  protected void report(Request request, Response response, Throwable thrown) {
    int status = response.getStatus();
    if (status < FIRST_ERROR || response.getContentWritten() > 0 || !response.setErrorReported()) {
      return;
    }
    String words =
        status >= FIRST_FAILURE
            ? "Something failed here."
            : "This address or message is not valid.";
    try {
      response.setContentType("text/html;charset=utf-8");
      response.setHeader(
          "Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'");
      Writer writer = response.getReporter();
      if (writer != null) {
        writer.write(
            "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>Firm Tally</title>"
                + "<body style=\"font:16px/1.5 system-ui;max-width:32rem;margin:15vh auto;padding:0 1rem\">"
                + "<h1 style=\"font-size:1.25rem\">"
                + words
                + "</h1><p><a href=\"/\">Open Firm Tally</a></p></body></html>");
        response.finishResponse();
      }
    } catch (IOException | IllegalStateException gone) {
      // Whoever asked is gone.
    }
  }
}
