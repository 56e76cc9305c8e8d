package firmtally.server.platform.web;

import firmtally.formats.writing.Writing;

/**
 * How figures and days are written, for whoever shows them.
 *
 * @param nearest how many digits the last group before the decimals has
 * @param further how many those before it have
 * @param firstDay of the week, from 1 for Monday to 7
 */
public record WritingView(
    String decimal, String group, int nearest, int further, boolean monthFirst, int firstDay) {
  /** The company's. */
  public static WritingView now() {
    return of(Written.writing());
  }

  /** Of a country. */
  public static WritingView of(Writing writing) {
    return new WritingView(
        String.valueOf(writing.decimal()),
        String.valueOf(writing.group()),
        writing.nearest(),
        writing.further(),
        writing.monthFirst(),
        writing.firstDay());
  }
}
