package firmtally.formats.pdf;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * The letters that papers are printed with: our own, and behind them those that have Greek,
 * Cyrillic, Arabic, Chinese and Japanese ones.
 */
final class Letters {
  private static final int NORMAL = 400;
  private static final int STRONG = 600;

  private record Font(String file, String family, int weight) {
    boolean isOwn() {
      return !family.startsWith("Noto");
    }
  }

  private static final List<Font> FONTS =
      List.of(
          new Font("recursive-latin-400.ttf", "Recursive latin", NORMAL),
          new Font("recursive-latin-600.ttf", "Recursive latin", STRONG),
          new Font("recursive-latin-ext-400.ttf", "Recursive latin-ext", NORMAL),
          new Font("recursive-latin-ext-600.ttf", "Recursive latin-ext", STRONG),
          new Font("newsreader-latin-500.ttf", "Newsreader latin", NORMAL),
          new Font("newsreader-latin-ext-500.ttf", "Newsreader latin-ext", NORMAL),
          new Font("noto-sans-400.ttf", "Noto Sans", NORMAL),
          new Font("noto-sans-600.ttf", "Noto Sans", STRONG),
          new Font("noto-sans-arabic-400.ttf", "Noto Sans Arabic", NORMAL),
          new Font("noto-sans-sc-400.ttf", "Noto Sans SC", NORMAL));

  private Letters() {}

  /** A font with the letters that it has; read once, when a text first asks for it. */
  private static final class Maps {
    private static final Map<Font, CmapLookup> READ = new ConcurrentHashMap<>();

    static boolean has(Font font, int letter) {
      return READ.computeIfAbsent(font, Maps::read).getGlyphId(letter) != 0;
    }

    private static CmapLookup read(Font font) {
      try (InputStream in = Objects.requireNonNull(open(font));
          TrueTypeFont file = new TTFParser().parse(new RandomAccessReadBuffer(in))) {
        return file.getUnicodeCmapLookup();
      } catch (IOException e) {
        throw new UncheckedIOException("font " + font.file(), e);
      }
    }
  }

  private static InputStream open(Font font) {
    return Letters.class.getResourceAsStream(font.file());
  }

  /**
   * Gives the renderer the fonts that a text needs: our own, and of the others those that have what
   * ours have not, as a large one takes long to read.
   */
  static void add(PdfRendererBuilder builder, String text) {
    Set<Integer> open = printed(text);
    Set<String> families = new HashSet<>();
    for (Font font : FONTS) {
      boolean helps = font.weight() == NORMAL && open.removeIf(letter -> Maps.has(font, letter));
      if (helps || font.isOwn() || families.contains(font.family())) {
        families.add(font.family());
        builder.useFont(() -> open(font), font.family(), font.weight(), FontStyle.NORMAL, true);
      }
    }
  }

  private static Set<Integer> printed(String text) {
    return text.codePoints()
        .filter(letter -> letter > ' ' && !Character.isWhitespace(letter))
        .boxed()
        .collect(Collectors.toCollection(TreeSet::new));
  }

  /** The letters of a text that no font has, each once: they would be printed as boxes. */
  static List<String> missing(String text) {
    Set<Integer> open = printed(text);
    for (Font font : FONTS) {
      if (font.weight() == NORMAL && !open.isEmpty()) {
        open.removeIf(letter -> Maps.has(font, letter));
      }
    }
    return open.stream().map(Character::toString).toList();
  }
}
