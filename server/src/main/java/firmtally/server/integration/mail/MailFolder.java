package firmtally.server.integration.mail;

import firmtally.server.platform.TallySettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The stand-in for a mailbox: a folder that EML files are put into. What was taken over moves to
 * {@code done} in it, what cannot be read to {@code refused} with the reason beside it.
 */
@Component
class MailFolder implements IncomingMail {
  private static final long SETTLED_SECONDS = 2;
  private static final long LARGEST = 25L * 1024 * 1024;
  private final Path folder;

  MailFolder(@Value("${tally.mail-folder:}") String named, TallySettings settings) {
    this.folder = named.isBlank() ? settings.data().resolve("mail-in") : Path.of(named);
  }

  @Override
  public List<Waiting> waiting(int most) {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      List<Waiting> waiting = new ArrayList<>();
      for (Path file : files.filter(MailFolder::isReady).sorted(AGE).limit(most).toList()) {
        String name = file.getFileName().toString();
        if (Files.size(file) > LARGEST) {
          refused(new Waiting(name, new byte[0]), "This email is larger than 25 MiB.");
        } else {
          waiting.add(new Waiting(name, Files.readAllBytes(file)));
        }
      }
      return waiting;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static final Comparator<Path> AGE =
      Comparator.comparing(MailFolder::changed).thenComparing(Path::getFileName);

  private static Instant changed(Path file) {
    try {
      return Files.getLastModifiedTime(file).toInstant();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** One that may still be being written is left for the next time. */
  private static boolean isReady(Path file) {
    return file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".eml")
        && Files.isRegularFile(file)
        && changed(file).isBefore(Instant.now().minusSeconds(SETTLED_SECONDS));
  }

  @Override
  public void taken(Waiting email) {
    move(email, "done");
  }

  @Override
  public void refused(Waiting email, String why) {
    Path moved = move(email, "refused");
    try {
      Files.writeString(moved.resolveSibling(moved.getFileName() + ".txt"), why + "\n");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Path move(Waiting email, String to) {
    try {
      Path target = Files.createDirectories(folder.resolve(to)).resolve(email.name());
      return Files.move(folder.resolve(email.name()), target, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
