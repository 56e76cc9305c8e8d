package firmtally.server.importing;

import java.util.Locale;
import java.util.Set;

/**
 * What a column of a file may hold.
 *
 * @param key as the API and problems name it
 * @param label as screens and templates name it
 * @param needed whether every file must have it
 * @param hint what is entered, where the label does not say it
 * @param forAll whether one value can be given for all rows that have none
 * @param headings other headings by which it is recognised, in small letters without spaces
 */
public record ImportField(
    String key, String label, boolean needed, String hint, boolean forAll, Set<String> headings) {
  /** A field that every file must have. */
  public static ImportField needed(String key, String label, String... headings) {
    return new ImportField(key, label, true, "", false, Set.of(headings));
  }

  /** A field that a file may have. */
  public static ImportField optional(String key, String label, String... headings) {
    return new ImportField(key, label, false, "", false, Set.of(headings));
  }

  /** The same with what is entered. */
  public ImportField hint(String words) {
    return new ImportField(key, label, needed, words, forAll, headings);
  }

  /** The same, and one value can be given for all rows. */
  public ImportField perFile() {
    return new ImportField(key, label, needed, hint, true, headings);
  }

  /** Whether a heading names it. */
  boolean isNamed(String heading) {
    String plain = plain(heading);
    return plain.equals(plain(label)) || plain.equals(plain(key)) || headings.contains(plain);
  }

  private static String plain(String heading) {
    return heading.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}%]", "");
  }
}
