package firmtally.server.company.policy;

import firmtally.core.margin.SignOffPolicy;
import firmtally.core.money.Percent;
import firmtally.core.pricing.PricePolicy;
import firmtally.server.company.SettingsService;
import firmtally.server.platform.ids.PolicyId;
import firmtally.server.platform.web.Amounts;
import firmtally.server.platform.web.Input;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.joda.money.Money;

/** Reads a policy as typed; all problems are gathered. */
final class PolicyReader {
  private static final int LONGEST = 60;
  private static final Set<String> PRICES = Set.of("specific", "lowest");
  private static final Set<String> SIGNERS = Set.of("manager", "administrator");
  private static final PolicyId NEW = new PolicyId(0);
  private final SettingsService settings;

  PolicyReader(SettingsService settings) {
    this.settings = settings;
  }

  SellingPolicy read(Input input, PolicyForm typed, LocalDate from) {
    Percent rep = percent(input, "repDiscount", typed.repDiscount()).orElse(Percent.ZERO);
    Percent manager =
        percent(input, "managerDiscount", typed.managerDiscount()).orElse(Percent.HUNDRED);
    if (manager.value().compareTo(rep.value()) < 0) {
      input.refuse("managerDiscount", "A manager may give at least what a rep may.");
    }
    boolean hasThird = !manager.equals(Percent.HUNDRED);
    String floorRole = role(input, "documentFloorRole", typed.documentFloorRole(), hasThird);
    String giftRole = role(input, "giftCostRole", typed.giftCostRole(), hasThird);
    Optional<Percent> floor = maybePercent(input, "documentFloor", typed.documentFloor());
    if (floor.filter(Percent.HUNDRED::equals).isPresent()) {
      input.refuse("documentFloor", "Enter less than 100.");
      floor = Optional.empty();
    }
    return new SellingPolicy(
        NEW,
        from,
        PricePolicy.valueOf(
            input
                .oneOf("pricePolicy", typed.pricePolicy(), PRICES)
                .orElse("specific")
                .toUpperCase(Locale.ROOT)),
        rep,
        manager,
        floor.map(margin -> new SignOffPolicy.DocumentFloor(margin, floorRole)),
        families(input, typed.families(), hasThird),
        amount(input, "giftCost", typed.giftCost())
            .map(amount -> new SignOffPolicy.AmountRole(amount, giftRole)),
        values(input, typed.values(), hasThird),
        amount(input, "ownCostOver", typed.ownCostOver()));
  }

  private static String role(Input input, String at, String typed, boolean hasThird) {
    String role = input.oneOf(at, typed, SIGNERS).orElse("manager");
    if (!hasThird && "administrator".equals(role)) {
      input.refuse(at, "Managers may give 100 %, so nobody is above them.");
      return "manager";
    }
    return role;
  }

  private static Optional<Percent> percent(Input input, String at, String typed) {
    return input.value(
        at, typed, text -> Percent.parse(text).within(at, Percent.ZERO, Percent.HUNDRED));
  }

  private static Optional<Percent> maybePercent(Input input, String at, String typed) {
    return typed == null || typed.isBlank() ? Optional.empty() : percent(input, at, typed);
  }

  private Optional<Money> amount(Input input, String at, String typed) {
    return typed == null || typed.isBlank()
        ? Optional.empty()
        : Amounts.read(input, at, settings.company().currency(), typed);
  }

  private static List<SignOffPolicy.FamilyFloor> families(
      Input input, List<PolicyForm.FamilyForm> typed, boolean hasThird) {
    List<SignOffPolicy.FamilyFloor> floors = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < typed.size(); i++) {
      String at = "families[" + i + "].";
      PolicyForm.FamilyForm form = typed.get(i);
      String family = input.text(at + "family", form.family(), LONGEST);
      if (!family.isEmpty() && !seen.add(family)) {
        input.refuse(at + "family", "This family is named twice.");
        continue;
      }
      Optional<Percent> margin = percent(input, at + "margin", form.margin());
      String role = role(input, at + "role", form.role(), hasThird);
      if (!family.isEmpty() && margin.isPresent()) {
        floors.add(new SignOffPolicy.FamilyFloor(family, margin.get(), role));
      }
    }
    return floors;
  }

  private List<SignOffPolicy.AmountRole> values(
      Input input, List<PolicyForm.ValueForm> typed, boolean hasThird) {
    List<SignOffPolicy.AmountRole> values = new ArrayList<>();
    Set<Money> seen = new HashSet<>();
    for (int i = 0; i < typed.size(); i++) {
      String at = "values[" + i + "].";
      Optional<Money> amount =
          Amounts.read(input, at + "amount", settings.company().currency(), typed.get(i).amount());
      String role = role(input, at + "role", typed.get(i).role(), hasThird);
      if (amount.isPresent() && !seen.add(amount.get())) {
        input.refuse(at + "amount", "This amount is named twice.");
      } else {
        amount.ifPresent(over -> values.add(new SignOffPolicy.AmountRole(over, role)));
      }
    }
    return values;
  }
}
