package firmtally.tests;

import static firmtally.tests.Sales.match;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.order;
import static firmtally.tests.Sales.plan;
import static firmtally.tests.Sales.sentQuote;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/**
 * What an order with recurring lines leaves behind: agreements, and the next term's opportunity.
 */
class AgreementsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private final Guest manager = Guest.signedIn(HOUSE, "helen");

  /**
   * Sells calibration plans with a discount on the line and one on the whole, and gives the order,
   * released.
   */
  private Guest.Answer sold(String title, String quantity, String line, String whole) {
    long id = newOpportunity(manager, title);
    Map<String, Object> plans = plan("1", "CAL-B", quantity, 12, 24);
    plans.put("discountPercent", line);
    Map<String, Object> form = Sales.form(List.of(plans));
    Guest.Answer page = manager.get("/api/opportunities/" + id).is(200);
    String path = "/api/opportunities/" + id + "/worksheet";
    Map<String, String> version = match(page, "/worksheet/version");
    form.put("discountPercent", whole);
    manager.send(HttpMethod.PUT, path, form, version).is(200);
    String order = "/api/orders/" + order(manager, sentQuote(manager, id), "PO-AGREED");
    Guest.Answer placed = manager.get(order).is(200);
    if (placed.text("/state").equals("hold")) {
      Guest.signedIn(HOUSE, "otto")
          .send(
              HttpMethod.POST,
              order + "/release",
              Map.of("comment", "Paid in advance."),
              match(placed, "/version"))
          .is(204);
    }
    return manager.get(order).is(200);
  }

  private Guest.Answer renewal(Guest.Answer order) {
    return manager.get("/api/opportunities/" + order.text("/agreements/0/nextId")).is(200);
  }

  @Test
  void theChargeIsKeptAsAgreedHoweverItDividesByThePieces() {
    // 3,000 at 96.00 less 99.9653 % are 99.94 a year; a piece would be 0.0333, and 3,000 of it
    // 99.90.
    Guest.Answer order = sold("Does not come out even", "3000", "99.9653", null);
    assertThat(order.text("/worksheet/lines/0/figures/finalAmount")).isEqualTo("99.94");
    assertThat(order.text("/agreements/0/value")).isEqualTo("199.88");
    assertThat(order.text("/agreements/0/monthly")).isEqualTo("8.33");
    Guest.Answer renewal = renewal(order);
    assertThat(renewal.text("/worksheet/lines/0/figures/finalAmount")).isEqualTo("99.94");
    assertThat(renewal.text("/worksheet/lines/0/typed/discountPercent")).isEqualTo("99.9653");
  }

  @Test
  void soItIsWithAPercentOffTheWhole() {
    Guest.Answer order = sold("Off the whole", "3000", "99.9", "65.3");
    String charge = order.text("/worksheet/lines/0/figures/finalAmount");
    assertThat(charge).isEqualTo("99.94");
    assertThat(renewal(order).text("/worksheet/lines/0/figures/finalAmount")).isEqualTo(charge);
  }

  @Test
  void aPriceThatComesOutEvenGoesOnAsThePriceAgreed() {
    Guest.Answer order = sold("Comes out even", "10", "25", null);
    Guest.Answer renewal = renewal(order);
    assertThat(renewal.text("/worksheet/lines/0/typed/unitPrice")).isEqualTo("72");
    assertThat(renewal.text("/worksheet/lines/0/figures/finalAmount")).isEqualTo("720.00");
  }
}
