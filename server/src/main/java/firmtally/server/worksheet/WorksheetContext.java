package firmtally.server.worksheet;

import firmtally.core.money.Percent;
import firmtally.server.account.Account;
import firmtally.server.people.Role;
import java.util.Optional;

/** For whom a worksheet is worked out, and who asks. */
public record WorksheetContext(Account account, Role asker, Optional<Percent> probability) {}
