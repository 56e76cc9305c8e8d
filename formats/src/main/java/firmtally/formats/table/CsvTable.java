package firmtally.formats.table;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/** Reads separated values, a piece of the text at a time. */
final class CsvTable {
  private static final char BYTE_ORDER_MARK = '\uFEFF';
  private static final String SEPARATORS = ",;\t";
  private static final Charset WESTERN = Charset.forName("windows-1252");

  /** Room for a row of the longest cells there are few of. */
  private static final int LONGEST_ROW = 4 * 1024 * 1024;

  private CsvTable() {}

  static void read(byte[] file, Bounds into) {
    CharsetDecoder utf8 = StandardCharsets.UTF_8.newDecoder();
    CharsetDecoder western = WESTERN.newDecoder().onUnmappableCharacter(CodingErrorAction.REPLACE);
    try {
      read(() -> reader(file, utf8), into);
    } catch (CharacterCodingException notUtf8) {
      try {
        read(() -> reader(file, western.onMalformedInput(CodingErrorAction.REPLACE)), into);
      } catch (CharacterCodingException e) {
        throw new IllegalStateException("what cannot be read was replaced", e);
      }
    }
  }

  private static void read(Supplier<Reader> text, Bounds into) throws CharacterCodingException {
    char separator = look(text.get());
    read(text.get(), separator, into);
  }

  /** Rows that are in memory already, parted by a given separator. */
  static void read(String text, char separator, Bounds into) {
    try {
      look(new StringReader(text), separator);
    } catch (CharacterCodingException e) {
      throw new IllegalStateException("a string is decoded already", e);
    }
    read(new StringReader(text), separator, into);
  }

  private static Reader reader(byte[] file, CharsetDecoder decoder) {
    return new InputStreamReader(new ByteArrayInputStream(file), decoder.reset());
  }

  private static void read(Reader text, char separator, Bounds into) {
    int number = 0;
    try (CsvReader<CsvRecord> records =
        CsvReader.builder()
            .fieldSeparator(separator)
            .skipEmptyLines(false)
            .allowExtraFields(true)
            .allowMissingFields(true)
            .detectBomHeader(false)
            .maxBufferSize(LONGEST_ROW)
            .ofCsvRecord(text)) {
      // A cell may hold several lines; a spreadsheet still numbers it as one row.
      for (CsvRecord record : records) {
        number++;
        into.add(number, number == 1 ? bare(record.getFields()) : record.getFields());
      }
    } catch (CsvParseException | IOException | UncheckedIOException e) {
      throw new IllegalArgumentException("The CSV is damaged at row " + (number + 1) + ".", e);
    }
  }

  /** The first row without the mark that some put before it. */
  private static List<String> bare(List<String> cells) {
    String first = cells.isEmpty() ? "" : cells.get(0);
    if (first.isEmpty() || first.charAt(0) != BYTE_ORDER_MARK) {
      return cells;
    }
    List<String> bare = new ArrayList<>(cells);
    bare.set(0, first.substring(1));
    return bare;
  }

  /** What is seen at one reading: which separator it has, and whether its quotes are closed. */
  private static char look(Reader text) throws CharacterCodingException {
    return look(text, '\0');
  }

  private static char look(Reader text, char given) throws CharacterCodingException {
    Quotes quotes = new Quotes(given);
    char[] part = new char[8192];
    try {
      for (int got = text.read(part); got >= 0; got = text.read(part)) {
        for (int i = 0; i < got; i++) {
          quotes.next(part[i]);
        }
      }
    } catch (CharacterCodingException e) {
      throw e;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (quotes.isOpen()) {
      throw new IllegalArgumentException(
          "The CSV is damaged: a cell begins with a quote that is never closed.");
    }
    return quotes.separator;
  }

  /** A quoted cell that never ends would swallow the rows below it. */
  private static final class Quotes {
    private final int[] found = new int[SEPARATORS.length()];
    private char separator;
    private boolean isKnown;
    private boolean isQuoted;
    private boolean isMaybeClosed;
    private boolean atStart = true;

    Quotes(char separator) {
      this.separator = separator;
      this.isKnown = separator != '\0';
    }

    void next(char c) {
      if (c == '\0') {
        throw new IllegalArgumentException("Choose a CSV or XLSX file.");
      }
      if (!isKnown) {
        firstLine(c);
      }
      if (isMaybeClosed) {
        isMaybeClosed = false;
        if (c == '"') {
          return;
        }
        isQuoted = false;
      }
      if (isQuoted) {
        isMaybeClosed = c == '"';
        return;
      }
      boolean isMark = atStart && c == BYTE_ORDER_MARK;
      isQuoted = atStart && c == '"';
      atStart = isMark || isSeparator(c) || c == '\n' || c == '\r';
    }

    private boolean isSeparator(char c) {
      return isKnown ? c == separator : SEPARATORS.indexOf(c) >= 0;
    }

    /** The separator is the one that the first line has most of. */
    private void firstLine(char c) {
      int which = SEPARATORS.indexOf(c);
      if (which >= 0) {
        found[which]++;
      } else if (c == '\n' || c == '\r') {
        decide();
      }
    }

    private void decide() {
      int best = 0;
      for (int i = 1; i < found.length; i++) {
        best = found[i] > found[best] ? i : best;
      }
      separator = SEPARATORS.charAt(best);
      isKnown = true;
    }

    boolean isOpen() {
      if (!isKnown) {
        decide();
      }
      return isQuoted && !isMaybeClosed;
    }
  }
}
