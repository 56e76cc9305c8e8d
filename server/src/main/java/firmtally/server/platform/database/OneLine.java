package firmtally.server.platform.database;

import java.util.Optional;
import org.flywaydb.core.api.FlywayException;
import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.boot.web.server.PortInUseException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;

/** Says in one line why the application did not start, where that is known. */
@Order(Ordered.HIGHEST_PRECEDENCE)
class OneLine implements SpringBootExceptionReporter {
  @Override
  public boolean reportException(Throwable failure) {
    Optional<String> words = words(failure);
    words.ifPresent(text -> System.err.println("firm-tally: " + text));
    return words.isPresent();
  }

  private static Optional<String> words(Throwable failure) {
    for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
      if (cause instanceof CannotStart) {
        return Optional.of(cause.getMessage());
      }
      if (cause instanceof PortInUseException port) {
        return Optional.of(StartCheck.portInUse(port.getPort()));
      }
      if (cause instanceof FlywayException) {
        return Optional.of(
            "The database does not fit this version of Firm Tally; it may be of a newer one.");
      }
      Optional<String> storage = StorageState.wordsOf(cause);
      if (storage.isPresent()) {
        return storage;
      }
    }
    return Optional.empty();
  }
}
