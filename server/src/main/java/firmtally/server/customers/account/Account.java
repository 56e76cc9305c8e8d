package firmtally.server.customers.account;

import firmtally.core.pricing.Buyer;
import firmtally.server.access.Actor;
import firmtally.server.company.credit.CreditRules;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import java.util.Optional;

/**
 * A company or private person that buys, or may.
 *
 * @param status prospect until the first order, then customer
 * @param overdueAllowed minor units
 * @param watchPercent ten-thousandths of a percent
 * @param language in which they are written to; blank for the company's
 */
public record Account(
    AccountId id,
    String number,
    String name,
    String kind,
    String status,
    String industry,
    String street,
    String postal,
    String town,
    String email,
    String phone,
    String priceGroup,
    PersonId ownerId,
    String ownerName,
    String ownerTeam,
    int termsDays,
    int lateDays,
    int graceDays,
    long overdueAllowed,
    long watchPercent,
    boolean stopped,
    boolean poNumberRequired,
    String country,
    String taxId,
    String language,
    Dealings dealings,
    String note,
    long version) {
  /**
   * How they are charged.
   *
   * @param taxExemption why no tax is charged, in the words of the law; blank where it is
   * @param depositPercent planned on every order, ten-thousandths of a percent; 0 for none
   * @param paysAs under which name their bank pays, where it is another
   * @param remind whether they are reminded of what is overdue
   */
  public record Dealings(String taxExemption, long depositPercent, String paysAs, boolean remind) {
    static final Dealings USUAL = new Dealings("", 0, "", true);
  }

  /** Whether no tax is charged to them. */
  public boolean isExempt() {
    return !dealings.taxExemption().isEmpty();
  }

  /** Whose it is. */
  public Actor.Owner owner() {
    return new Actor.Owner(ownerId, ownerName, ownerTeam);
  }

  /** As price rules see it: by its number and its price group. */
  public Buyer buyer() {
    return new Buyer(number, Optional.ofNullable(priceGroup));
  }

  /** A prospect that is to be added, with the terms that new accounts have. */
  public static Builder prospect(String name, Actor owner, CreditRules rules) {
    Builder account = new Builder(rules);
    account.name = name;
    account.owner = owner;
    return account;
  }

  /** An account that is put together, each value by its name. */
  public static final class Builder {
    private static final AccountId NEW = new AccountId(0);
    private final CreditRules rules;
    private String name;
    private String kind = "company";
    private String industry = "";
    private String street = "";
    private String postal = "";
    private String town = "";
    private String email = "";
    private String phone = "";
    private String priceGroup;
    private Actor owner;
    private int lateDays;
    private boolean poNumberRequired;
    private String taxId = "";
    private String country = "";
    private String language = "";
    private String status = "prospect";
    private Integer termsDays;

    private Builder(CreditRules rules) {
      this.rules = rules;
    }

    public Builder kind(String kind) {
      this.kind = kind;
      return this;
    }

    public Builder industry(String industry) {
      this.industry = industry;
      return this;
    }

    public Builder street(String street) {
      this.street = street;
      return this;
    }

    public Builder postal(String postal) {
      this.postal = postal;
      return this;
    }

    public Builder town(String town) {
      this.town = town;
      return this;
    }

    public Builder email(String email) {
      this.email = email;
      return this;
    }

    public Builder phone(String phone) {
      this.phone = phone;
      return this;
    }

    public Builder priceGroup(@MaybeNull String priceGroup) {
      this.priceGroup = priceGroup;
      return this;
    }

    public Builder lateDays(int lateDays) {
      this.lateDays = lateDays;
      return this;
    }

    public Builder poNumberRequired(boolean poNumberRequired) {
      this.poNumberRequired = poNumberRequired;
      return this;
    }

    public Builder taxId(String taxId) {
      this.taxId = taxId;
      return this;
    }

    public Builder country(String country) {
      this.country = country;
      return this;
    }

    public Builder language(String language) {
      this.language = language;
      return this;
    }

    public Builder status(String status) {
      this.status = status;
      return this;
    }

    public Builder termsDays(int termsDays) {
      this.termsDays = termsDays;
      return this;
    }

    /** The account. */
    public Account build() {
      return new Account(
          NEW,
          "",
          name,
          kind,
          status,
          industry,
          street,
          postal,
          town,
          email,
          phone,
          priceGroup,
          owner.id(),
          owner.name(),
          owner.team(),
          termsDays == null ? rules.termsDays() : termsDays,
          lateDays,
          rules.graceDays(),
          rules.overdueAllowed().getAmountMinorLong(),
          rules.watchPercent().toTenThousandths(),
          false,
          poNumberRequired,
          country,
          taxId,
          language,
          Dealings.USUAL,
          "",
          1);
    }
  }
}
