package firmtally.server.worksheet.calculation;

import firmtally.core.money.Percent;
import firmtally.server.access.Roles;
import firmtally.server.customers.account.Account;
import java.util.Optional;

/** For whom a worksheet is worked out, and who asks. */
public record WorksheetContext(Account account, Roles asker, Optional<Percent> probability) {}
