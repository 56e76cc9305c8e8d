package firmtally.server.platform.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.sqlite.Function;

/**
 * Connections whose SQL knows {@code business_day()}: the day that it is for the company, which is
 * neither the machine's nor always now, as history is taken over on its own days.
 */
final class BusinessDay extends DelegatingDataSource {
  private final Clock clock;

  BusinessDay(DataSource of, Clock clock) {
    super(of);
    this.clock = clock;
  }

  @Override
  public Connection getConnection() throws SQLException {
    Connection connection = super.getConnection();
    Function.create(
        connection,
        "business_day",
        new Function() {
          @Override
          protected void xFunc() throws SQLException {
            result(LocalDate.now(clock).toString());
          }
        });
    return connection;
  }
}
