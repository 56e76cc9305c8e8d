package firmtally.server.customers.account;

import firmtally.server.platform.web.Input;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Finds accounts as files name them: by number, or by a name that only one has. */
@Component
public class AccountNames {
  private static final int LONGEST = 120;
  private final AccountStore store;

  AccountNames(AccountStore store) {
    this.store = store;
  }

  /** The account of a number or, where only one has it, of a name; else the input says why not. */
  public Optional<Account> named(Input input, String at, String text) {
    String typed = input.text(at, text, LONGEST);
    if (typed.isEmpty()) {
      return Optional.empty();
    }
    List<Account> found = store.named(typed);
    Optional<Account> byNumber = found.stream().filter(a -> a.number().equals(typed)).findFirst();
    if (byNumber.isPresent()) {
      return byNumber;
    }
    if (found.size() != 1) {
      input.refuse(
          at,
          found.isEmpty()
              ? "No account has this number or name."
              : "Several accounts have this name; enter the number.");
      return Optional.empty();
    }
    return Optional.of(found.get(0));
  }
}
