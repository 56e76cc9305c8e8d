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
  private final Sql sql;

  public Counters(Sql sql) {
    this.sql = sql;
  }

  /** The next number with its letter: {@code next("Q")} is {@code Q-1001} at first. */
  public String next(String letter) {
    long number =
        sql.sql(TAKE).param("name", letter).param("first", FIRST).query(Long.class).single();
    return letter + "-" + number;
  }
}
