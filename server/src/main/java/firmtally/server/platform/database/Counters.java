package firmtally.server.platform.database;

import org.springframework.stereotype.Component;

/**
 * Running numbers without gaps: a number that is taken in a transaction that fails is given again.
 */
@Component
public class Counters {
  private static final int FIRST = 1001;
  private static final String TAKE =
      """
      INSERT INTO counter (name, next) VALUES (:name, :first)
      ON CONFLICT (name) DO UPDATE SET next = next + 1
      RETURNING next
      """;
  private static final String PREFIX = "SELECT prefix FROM number_range WHERE letter = :letter";
  private final Sql sql;

  public Counters(Sql sql) {
    this.sql = sql;
  }

  /** The next number with its letter: {@code next("Q")} is {@code Q-1001} at first. */
  public String next(String letter) {
    long number =
        sql.sql(TAKE).param("name", letter).param("first", FIRST).query(Long.class).single();
    return prefix(letter) + number;
  }

  /** What stands before the numbers of a letter: {@code Q-} unless another one was set. */
  public String prefix(String letter) {
    return sql.sql(PREFIX)
        .param("letter", letter)
        .query(String.class)
        .optional()
        .orElse(letter + "-");
  }

  /** The number that is given next. */
  public long upcoming(String letter) {
    return sql.sql("SELECT next + 1 FROM counter WHERE name = :name")
        .param("name", letter)
        .query(Long.class)
        .optional()
        .orElse((long) FIRST);
  }

  /** Sets what stands before the numbers of a letter, and the one that is given next. */
  public void set(String letter, String prefix, long next) {
    sql.sql(
            """
            INSERT INTO number_range (letter, prefix) VALUES (:letter, :prefix)
            ON CONFLICT (letter) DO UPDATE SET prefix = excluded.prefix, version = version + 1
            """)
        .param("letter", letter)
        .param("prefix", prefix)
        .update();
    sql.sql(
            """
            INSERT INTO counter (name, next) VALUES (:letter, :next - 1)
            ON CONFLICT (name) DO UPDATE SET next = excluded.next
            """)
        .param("letter", letter)
        .param("next", next)
        .update();
  }
}
