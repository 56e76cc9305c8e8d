package firmtally.server.platform.doors;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;

/**
 * Lets the rest of a message lie unread. The container would read it to its end before it closes
 * the connection, and a thread would wait for a slow sender after all.
 */
final class Unread extends ValveBase {
  private static final String LEAVE = Unread.class.getName();

  Unread() {
    super(true);
  }

  @Override
  public void invoke(Request request, Response response) throws IOException, ServletException {
    Runnable leave =
        () -> request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
    request.setAttribute(LEAVE, leave);
    getNext().invoke(request, response);
  }

  static void leave(HttpServletRequest request) {
    if (request.getAttribute(LEAVE) instanceof Runnable leave) {
      leave.run();
    }
  }
}
