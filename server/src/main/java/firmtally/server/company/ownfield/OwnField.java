package firmtally.server.company.ownfield;

import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;
import java.util.Locale;

/**
 * A field that a company added.
 *
 * @param record the kind of record that has it, such as {@code account}
 * @param choices what there is to choose from, of a choice
 * @param inList whether lists show it
 */
public record OwnField(
    OwnFieldId id,
    String record,
    String name,
    Kind kind,
    List<String> choices,
    boolean required,
    boolean inList,
    long version) {
  /** What can be entered. */
  public enum Kind {
    TEXT,
    NUMBER,
    AMOUNT,
    DATE,
    CHOICE,
    YES_NO;

    /** As the database and the API name it: {@code yes-no}. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    boolean isNumber() {
      return this == NUMBER || this == AMOUNT;
    }
  }

  /** A field as typed. */
  public record OwnFieldForm(
      @MaybeNull String record,
      String name,
      @MaybeNull String kind,
      List<String> choices,
      boolean required,
      boolean inList) {}

  /** By what tables and lists name it: {@code own-12}. */
  public String key() {
    return "own-" + id;
  }
}
