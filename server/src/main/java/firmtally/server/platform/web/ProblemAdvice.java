package firmtally.server.platform.web;

import java.security.SecureRandom;
import java.util.HexFormat;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/**
 * Turns what went wrong into {@code application/problem+json}. An unknown failure shows an id and
 * nothing else.
 */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
  private static final SecureRandom RANDOM = new SecureRandom();

  @ExceptionHandler
  ProblemDetail badInput(BadInput e) {
    ProblemDetail problem =
        problem(HttpStatus.UNPROCESSABLE_CONTENT, "Something in the input is not in order", null);
    problem.setProperty("problems", e.problems());
    return problem;
  }

  @ExceptionHandler
  ProblemDetail notThere(NotThere e) {
    return problem(HttpStatus.NOT_FOUND, "Not found", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail conflict(Conflict e) {
    ProblemDetail problem =
        problem(HttpStatus.PRECONDITION_FAILED, "Somebody else changed this first", e.getMessage());
    problem.setProperty("version", e.version());
    return problem;
  }

  @ExceptionHandler
  ProblemDetail notAllowed(NotAllowed e) {
    return problem(HttpStatus.FORBIDDEN, "Not allowed", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail notPossible(NotPossible e) {
    return problem(HttpStatus.CONFLICT, "Not possible now", e.getMessage());
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> tooMany(TooMany e) {
    return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
        .header(HttpHeaders.RETRY_AFTER, String.valueOf(e.after().toSeconds()))
        .body(problem(HttpStatus.TOO_MANY_REQUESTS, "Too many attempts", e.getMessage()));
  }

  @ExceptionHandler
  ProblemDetail unknown(Exception e) {
    String id = HexFormat.of().toHexDigits(RANDOM.nextLong());
    LOG.error("failure {}", id, e);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "Something failed here",
        "Nothing was changed. It has been logged as " + id + ".");
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    ProblemDetail problem =
        problem(HttpStatus.BAD_REQUEST, "This is not the JSON that was expected", null);
    return handleExceptionInternal(e, problem, headers, HttpStatus.BAD_REQUEST, request);
  }

  private static ProblemDetail problem(HttpStatus status, String title, String detail) {
    ProblemDetail problem = ProblemDetail.forStatus(status);
    problem.setTitle(title);
    problem.setDetail(detail);
    return problem;
  }
}
