package firmtally.server.platform.records;

import firmtally.server.access.Visibility;

/**
 * A kind of record, registered once: what it is called, where it lies, who reads and changes it.
 * The log, the search, files and the paper trail go over these.
 *
 * <p>A part of the job registers its kinds as beans:
 *
 * <pre>
 * new RecordKind("opportunity", "opportunity o JOIN person p ON p.id = o.owner_id", "o.id")
 *     .called("o.number")
 *     .readable(Visibility.OPPORTUNITY_READABLE)
 *     .editable(Visibility.OPPORTUNITY_EDITABLE)
 * </pre>
 */
public final class RecordKind {
  private final String word;
  private final String from;
  private final String id;
  private String number = "NULL";
  private String owner = "NULL";
  private String team = "NULL";
  private String readable = Visibility.MANAGERS;
  private String editable = Visibility.MANAGERS;
  private boolean keepsFiles;
  private boolean isSecret;
  private String name = "''";
  private String detail = "''";

  /**
   * A kind whose owner, if it has one, is the person {@code p} of its tables. Unless it says
   * otherwise only managers read and change it.
   *
   * @param word as the log, the search and the API name it, such as {@code price-rule}
   * @param from its tables, as they stand behind FROM
   * @param id the column of its id
   */
  public RecordKind(String word, String from, String id) {
    this.word = word;
    this.from = from;
    this.id = id;
  }

  /** By what it is called, such as its number. */
  public RecordKind called(String column) {
    this.number = column;
    return this;
  }

  /** Who reads it, of {@link Visibility}; whose it is, is said where it is refused. */
  public RecordKind readable(String rule) {
    this.readable = rule;
    return this;
  }

  /** Who changes it, of {@link Visibility}. */
  public RecordKind editable(String rule) {
    this.editable = rule;
    return this;
  }

  /** It belongs to the person {@code p}. */
  public RecordKind owned() {
    this.owner = "p.name";
    this.team = "p.team";
    return this;
  }

  /**
   * How it is told apart where it was searched for: its name, and in short where it stands.
   *
   * @param name an SQL text of its tables, such as {@code o.title}
   * @param detail such as the account and the stage
   */
  public RecordKind told(String name, String detail) {
    this.name = name;
    this.detail = detail;
    return this;
  }

  /** What is sent about it is for whoever gets it alone. */
  public RecordKind secret() {
    this.isSecret = true;
    return this;
  }

  /** Whether what is sent about it is for whoever gets it alone. */
  public boolean isSecret() {
    return isSecret;
  }

  /** Files can be kept with it. */
  public RecordKind keepsFiles() {
    this.keepsFiles = true;
    return this;
  }

  /** As the log, the search and the API name it. */
  public String word() {
    return word;
  }

  /** As people say it: {@code price rule}. */
  public String inWords() {
    return word.replace('-', ' ');
  }

  /** Whether files can be kept with it. */
  public boolean hasFiles() {
    return keepsFiles;
  }

  /** Whether whoever is signed in reads all of them. */
  boolean isReadByAnybody() {
    return Visibility.ANYBODY.equals(readable);
  }

  /** Everything that is asked of one record: whether it is there, for whom, and whose it is. */
  String one() {
    return "SELECT "
        + number
        + " AS number, "
        + owner
        + " AS owner, "
        + team
        + " AS team, COALESCE("
        + readable
        + ", FALSE) AS readable, COALESCE("
        + editable
        + ", FALSE) AS editable FROM "
        + from
        + " WHERE "
        + id
        + " = :id";
  }

  /** Those of some ids, as they are told apart; :ids is a JSON list of them. */
  String found() {
    return "SELECT '"
        + word
        + "' AS kind, asked.value AS id, "
        + number
        + " AS number, "
        + name
        + " AS words, "
        + detail
        + " AS detail FROM json_each(:ids) asked CROSS JOIN "
        + from
        + " WHERE "
        + id
        + " = asked.value";
  }

  /** Holds where a record of this kind with the id of another table's column may be read. */
  String readableById(String column) {
    return isReadByAnybody()
        ? "TRUE"
        : "EXISTS (SELECT 1 FROM "
            + from
            + " WHERE "
            + id
            + " = "
            + column
            + " AND "
            + readable
            + ")";
  }
}
