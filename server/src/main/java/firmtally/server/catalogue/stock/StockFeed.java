package firmtally.server.catalogue.stock;

import firmtally.formats.json.Problem;
import firmtally.formats.table.Table;
import firmtally.formats.table.TableReader;
import firmtally.server.access.Actor;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.BadInput;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * The stock feed: CSV files that are put into the folder {@code stock-in} beside the data, or sent.
 * A file that is taken goes into {@code done}; one with problems into {@code refused}, with the
 * problems beside it.
 */
@Component
class StockFeed implements DueWork {
  private static final Logger LOG = LoggerFactory.getLogger(StockFeed.class);
  private static final int MOST = 20_000;
  private final StockService stock;
  private final Path folder;

  StockFeed(StockService stock, TallySettings settings) {
    this.stock = stock;
    this.folder = settings.data().resolve("stock-in");
  }

  /** Takes a file, all or nothing. */
  StockService.FeedResult take(byte[] file, Actor actor) {
    return stock.take(read(file), actor);
  }

  private static List<StockService.FeedLine> read(byte[] file) {
    Table table;
    try {
      table = TableReader.ofAtMost(MOST).read(file);
    } catch (IllegalArgumentException e) {
      throw BadInput.at("file", e.getMessage());
    }
    List<String> names =
        table.columns().stream().map(c -> c.strip().toLowerCase(Locale.ROOT)).toList();
    if (!names.containsAll(List.of("kind", "product", "quantity"))) {
      throw BadInput.at("file", "The columns kind, product and quantity are needed.");
    }
    List<StockService.FeedLine> lines = new ArrayList<>();
    for (Table.Row row : table.rows()) {
      if (!row.isBlank()) {
        lines.add(
            new StockService.FeedLine(
                cell(names, row, "kind"),
                cell(names, row, "product"),
                cell(names, row, "quantity"),
                cell(names, row, "day"),
                cell(names, row, "reference")));
      }
    }
    return lines;
  }

  private static String cell(List<String> names, Table.Row row, String name) {
    int at = names.indexOf(name);
    return at < 0 ? "" : row.at(at).strip();
  }

  @Override
  public String job() {
    return "stock feed";
  }

  /** Takes what lies in the folder. */
  @Override
  public void run(LocalDate today) {
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> files = Files.list(folder)) {
      files.filter(f -> f.toString().endsWith(".csv")).sorted().toList().forEach(this::take);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void take(Path file) {
    try {
      String words = problems(Files.readAllBytes(file));
      Path to = Files.createDirectories(folder.resolve(words.isEmpty() ? "done" : "refused"));
      Files.move(file, to.resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING);
      if (!words.isEmpty()) {
        LOG.warn("stock feed {} is refused: {}", file.getFileName(), words);
        Files.writeString(to.resolve(file.getFileName() + ".problems.txt"), words);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private String problems(byte[] bytes) {
    try {
      return take(bytes, Actor.SYSTEM).problems().stream()
          .map(problem -> problem.at() + ": " + problem.message())
          .collect(Collectors.joining("\n"));
    } catch (BadInput e) {
      return e.problems().stream().map(Problem::message).collect(Collectors.joining("\n"));
    }
  }
}
