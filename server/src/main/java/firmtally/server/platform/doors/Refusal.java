package firmtally.server.platform.doors;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;

/**
 * Why a request does not come through to a door; its words need no escaping in JSON.
 *
 * @param retryAfter seconds; 0 where it says nothing
 */
public record Refusal(HttpStatus status, String title, String detail, int retryAfter) {
  static final Refusal NOT_READABLE =
      new Refusal(
          HttpStatus.BAD_REQUEST,
          "This address is not valid",
          "The part behind the question mark is not UTF-8 text.",
          0);
  static final Refusal NO_SUCH_KIND =
      new Refusal(
          HttpStatus.UNSUPPORTED_MEDIA_TYPE,
          "This kind of content is not accepted",
          "Send JSON as application/json, or a file as application/octet-stream.",
          0);
  static final Refusal TOO_SLOW =
      new Refusal(
          HttpStatus.REQUEST_TIMEOUT,
          "This took too long to arrive",
          "Nothing was saved. Send it again.",
          0);
  public static final Refusal TOO_OFTEN =
      new Refusal(
          HttpStatus.TOO_MANY_REQUESTS,
          "Too many attempts",
          "Wait a minute; your account is not locked.",
          60);
  static final Refusal TOO_BUSY =
      new Refusal(
          HttpStatus.SERVICE_UNAVAILABLE,
          "Too much is being sent at once",
          "Nothing was saved. Try again in a moment.",
          2);

  static Refusal tooLarge(Door door) {
    int kib = door.mostBytes() / 1024;
    return new Refusal(
        HttpStatus.CONTENT_TOO_LARGE,
        "This is too large",
        "At most "
            + (kib < 1024 ? kib + " KiB" : kib / 1024 + " MiB")
            + " are accepted here. Nothing was saved.",
        0);
  }

  /** Answers with it, as problem+json. */
  public void answer(HttpServletResponse response) throws IOException {
    byte[] body =
        ("{\"title\":\""
                + title
                + "\",\"status\":"
                + status.value()
                + ",\"detail\":\""
                + detail
                + "\"}")
            .getBytes(StandardCharsets.UTF_8);
    response.setStatus(status.value());
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.setContentLength(body.length);
    if (retryAfter > 0) {
      response.setHeader("Retry-After", String.valueOf(retryAfter));
    }
    response.getOutputStream().write(body);
    response.flushBuffer();
  }
}
