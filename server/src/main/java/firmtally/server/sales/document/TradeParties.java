package firmtally.server.sales.document;

import firmtally.formats.invoice.Countries;
import firmtally.formats.invoice.TradeInvoice;
import firmtally.server.access.UserService;
import firmtally.server.company.particulars.Particulars;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.customers.account.Account;
import firmtally.server.platform.web.NotPossible;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Seller and buyer as documents that programs exchange name them. */
@Component
public class TradeParties {
  private final ParticularsService particulars;
  private final UserService users;

  TradeParties(ParticularsService particulars, UserService users) {
    this.particulars = particulars;
    this.users = users;
  }

  /** The company, with whoever looks after an account to be asked. */
  public TradeInvoice.Party seller(Account account) {
    Particulars ours = particulars.get();
    UserService.Reached rep = users.contactOf(account.ownerId());
    return new TradeInvoice.Party(
        ours.name(),
        "",
        ours.street(),
        ours.postal(),
        ours.town(),
        Countries.code(ours.country()).orElse(""),
        ours.taxId(),
        ours.registration(),
        ours.email().isEmpty() ? rep.email() : ours.email(),
        ours.phone().isEmpty() ? rep.phone() : ours.phone(),
        rep.name());
  }

  /** A customer. */
  public TradeInvoice.Party buyer(Account account) {
    return new TradeInvoice.Party(
        account.name(),
        account.number(),
        account.street(),
        account.postal(),
        account.town(),
        Countries.code(account.country()).orElse(""),
        account.taxId(),
        "",
        account.email(),
        account.phone(),
        "");
  }

  /** The company's country by its code; empty where the settings name none. */
  public Optional<String> country() {
    return Countries.code(particulars.get().country());
  }

  /**
   * The same, where nothing can be told without it.
   *
   * @throws NotPossible where the settings name none
   */
  public String neededCountry() {
    return country()
        .orElseThrow(
            () ->
                new NotPossible(
                    "Electronic documents name the seller’s country: enter it in the settings, for"
                        + " example Germany."));
  }
}
