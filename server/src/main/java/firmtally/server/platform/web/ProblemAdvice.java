package firmtally.server.platform.web;

import firmtally.formats.json.Problem;
import firmtally.server.platform.database.StorageState;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;

/**
 * Turns what went wrong into {@code application/problem+json}. An unknown failure shows an id and
 * nothing else.
 */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
  private static final SecureRandom RANDOM = new SecureRandom();
  private final StorageState storage;

  ProblemAdvice(StorageState storage) {
    this.storage = storage;
  }

  @ExceptionHandler
  ProblemDetail badInput(BadInput e) {
    ProblemDetail problem =
        problem(HttpStatus.UNPROCESSABLE_CONTENT, "Some entries are not valid", null);
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
  ProblemDetail notSignedIn(NotSignedIn e) {
    return problem(HttpStatus.UNAUTHORIZED, "Not signed in", e.getMessage());
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

  /** The one writer is held for longer than somebody waits for it. */
  @ExceptionHandler
  ResponseEntity<ProblemDetail> busy(CannotCreateTransactionException e) {
    Optional<String> notKept = storage.noticed(e);
    if (notKept.isPresent()) {
      return cannotKeep(notKept.get());
    }
    return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
        .header(HttpHeaders.RETRY_AFTER, "5")
        .body(
            problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "Too much is being changed at once",
                "Nothing was changed. Try again in a moment."));
  }

  private static ResponseEntity<ProblemDetail> cannotKeep(String words) {
    return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
        .body(problem(HttpStatus.SERVICE_UNAVAILABLE, "Nothing can be saved now", words));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> unknown(Exception e) {
    Optional<String> notKept = storage.noticed(e);
    if (notKept.isPresent()) {
      return cannotKeep(notKept.get());
    }
    String id = HexFormat.of().toHexDigits(RANDOM.nextLong());
    LOG.error("failure {}", id, e);
    return ResponseEntity.internalServerError()
        .body(
            problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something failed here",
                "Nothing was changed. It has been logged as " + id + "."));
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    ProblemDetail problem =
        problem(HttpStatus.BAD_REQUEST, "This is not the JSON that is expected", null);
    if (e.getCause() instanceof DatabindException shape) {
      problem.setProperty(
          "problems",
          List.of(
              new Problem(place(shape.getPath()), "A value of another kind is expected here.")));
    }
    return handleExceptionInternal(e, problem, headers, HttpStatus.BAD_REQUEST, request);
  }

  /** Where it is, such as {@code lines[0].quantity}. */
  private static String place(List<JacksonException.Reference> path) {
    StringBuilder place = new StringBuilder();
    for (JacksonException.Reference step : path) {
      if (step.getPropertyName() == null) {
        place.append('[').append(step.getIndex()).append(']');
      } else {
        place.append(place.isEmpty() ? "" : ".").append(step.getPropertyName());
      }
    }
    return place.toString();
  }

  private static ProblemDetail problem(HttpStatus status, String title, String detail) {
    ProblemDetail problem = ProblemDetail.forStatus(status);
    problem.setTitle(title);
    problem.setDetail(detail);
    return problem;
  }
}
