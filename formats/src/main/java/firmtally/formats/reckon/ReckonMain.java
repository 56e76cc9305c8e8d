package firmtally.formats.reckon;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;

/**
 * {@code tally reckon [--workings] FILE…}: one line of JSON per file, exit status 2 when any was
 * bad.
 */
public final class ReckonMain {
  private static final int BAD_INPUT = 2;
  private static final String WORKINGS = "--workings";

  private ReckonMain() {}

  public static void main(String[] arguments) {
    PrintStream out = new PrintStream(System.out, false, StandardCharsets.UTF_8);
    boolean withWorkings = arguments.length > 0 && arguments[0].equals(WORKINGS);
    List<String> files = List.of(arguments).subList(withWorkings ? 1 : 0, arguments.length);
    boolean good = true;
    for (String file : files) {
      Reckon.Answer answer = answer(file, withWorkings);
      out.println(answer.line());
      good &= answer.good();
    }
    out.flush();
    if (files.isEmpty()) {
      System.err.println("reckon: name at least one file, after --workings if they are wanted");
    }
    System.exit(good && !files.isEmpty() ? 0 : BAD_INPUT);
  }

  private static Reckon.Answer answer(String file, boolean withWorkings) {
    try {
      return Reckon.answer(Files.readAllBytes(Path.of(file)), withWorkings);
    } catch (IOException | InvalidPathException e) {
      return Reckon.unreadable("the file " + file + " cannot be read");
    }
  }
}
