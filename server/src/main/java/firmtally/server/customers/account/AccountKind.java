package firmtally.server.customers.account;

import firmtally.server.access.Visibility;
import firmtally.server.platform.records.RecordKind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Registers accounts: everybody who is signed in reads them, what is sold to them is another thing.
 */
@Configuration
class AccountKind {
  @Bean
  RecordKind accountKindOfRecord() {
    return new RecordKind("account", "account a JOIN person p ON p.id = a.owner_id", "a.id")
        .called("a.number")
        .told("a.name", "trim(a.town || ', ' || a.status, ', ')")
        .owned()
        .readable(Visibility.ANYBODY)
        .editable(Visibility.OWNED_EDITABLE)
        .keepsFiles();
  }

  /** A contact is read and changed with its account. */
  @Bean
  RecordKind contactKindOfRecord() {
    return new RecordKind(
            "contact",
            "contact k JOIN account a ON a.id = k.account_id JOIN person p ON p.id = a.owner_id",
            "k.id")
        .called("a.number")
        .told("k.name", "trim(k.role || ', ' || a.name, ', ')")
        .owned()
        .readable(Visibility.ANYBODY)
        .editable(Visibility.OWNED_EDITABLE);
  }
}
