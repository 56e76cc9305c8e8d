package firmtally.server.importing;

import java.util.Map;

/**
 * A row of a file by the fields that its columns were matched with.
 *
 * @param number as a spreadsheet numbers it: the headings are 1
 */
public record ImportRow(int number, Map<String, String> cells) {
  /** What it has in a field, without spaces around it; empty where the file has no such column. */
  public String at(String field) {
    return cells.getOrDefault(field, "");
  }

  /** Whether it has anything in a field. */
  public boolean has(String field) {
    return !at(field).isEmpty();
  }

  /** What it has in a field, or, where that is nothing, what is known already. */
  public String or(String field, String known) {
    return has(field) ? at(field) : known;
  }
}
