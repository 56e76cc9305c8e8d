package firmtally.core.invoicing;

import static firmtally.core.Some.EUR;
import static firmtally.core.Some.eur;
import static firmtally.core.Some.percent;
import static firmtally.core.Some.quantity;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import firmtally.core.invoicing.AskRefusedException.Refusal;
import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.working.Working;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class InvoicingTest {
  private static final OrderLine SCALES = line("scales", "3", "100.00", "19");
  private static final OrderLine BOOKS = line("books", "2", "10.00", "7");

  private static OrderLine line(String id, String quantity, String net, String tax) {
    return new OrderLine(id, quantity(quantity), eur(net), percent(tax));
  }

  private static Ask.Portion of(String line, String quantity) {
    return new Ask.Portion(line, quantity(quantity));
  }

  private static Ask part(String ref, Ask.Portion... lines) {
    return new Ask.Part(ref, List.of(lines), false);
  }

  private static Ask deducting(String ref, Ask.Portion... lines) {
    return new Ask.Part(ref, List.of(lines), true);
  }

  private static Ask credit(String ref, String of, Ask.Portion... lines) {
    return new Ask.Credit(
        ref, of, lines.length == 0 ? Optional.empty() : Optional.of(List.of(lines)));
  }

  private static Ask ahead(String ref, String percent) {
    return new Ask.PercentDeposit(ref, percent(percent));
  }

  private static Ask net(String ref, String net) {
    return new Ask.NetDeposit(ref, eur(net));
  }

  private static Invoicing invoicing(Ask... asks) {
    return Invoicing.of(EUR, List.of(SCALES, BOOKS), List.of(asks));
  }

  private static List<String> nets(Invoicing invoicing) {
    return invoicing.papers().stream().map(p -> p.sum().net().getAmount().toPlainString()).toList();
  }

  private static List<Refusal> refusals(int ask, Ask... asks) {
    AskRefusedException refused =
        catchThrowableOfType(AskRefusedException.class, () -> invoicing(asks));
    assertThat(refused.ask()).isEqualTo(ask);
    return refused.refusals();
  }

  private static List<String> places(int ask, Ask... asks) {
    return refusals(ask, asks).stream().map(Refusal::at).toList();
  }

  /** The example of the class's documentation. */
  @Test
  void workedExample() {
    Ask.Portion one = of("scales", "1");
    assertThat(nets(invoicing(part("1", one), part("2", one), part("3", one))))
        .containsExactly("33.33", "33.34", "33.33");
  }

  @Test
  void aRestTakesEveryLineThatHasAQuantityLeft() {
    Invoicing invoicing = invoicing(part("1", of("scales", "3")), new Ask.Rest("2", false));
    assertThat(invoicing.papers().get(1).lines())
        .extracting(l -> l.line().id())
        .containsExactly("books");
    assertThat(invoicing.left()).isEmpty();
    assertThat(
            places(
                2,
                part("1", of("scales", "3")),
                new Ask.Rest("2", false),
                new Ask.Rest("3", false)))
        .containsExactly("rest");
  }

  @Test
  void linesStandInTheOrderOfTheOrder() {
    Invoicing invoicing = invoicing(part("1", of("books", "1"), of("scales", "1")));
    assertThat(invoicing.papers().get(0).lines())
        .extracting(l -> l.line().id())
        .containsExactly("scales", "books");
  }

  @Test
  void allThatIsWrongWithAnAskIsNamed() {
    assertThat(
            refusals(
                0,
                part(
                    "1",
                    of("scales", "3.001"),
                    of("ghost", "1"),
                    of("books", "1"),
                    of("books", "1"))))
        .containsExactly(
            new Refusal(
                "part.lines[0].quantity", "quantity 3.001 of line scales is above the 3 left"),
            new Refusal("part.lines[1].line", "there is no line ghost"),
            new Refusal("part.lines[3].line", "line books stands twice"));
    assertThat(
            places(
                1,
                part("1", of("scales", "1")),
                credit("2", "1", of("books", "1"), of("scales", "1.001"))))
        .containsExactly("credit.lines[0].line", "credit.lines[1].quantity");
  }

  @Test
  void whatACreditRefersTo() {
    assertThat(places(0, credit("1", "1"))).containsExactly("credit.of");
    assertThat(places(2, part("1", of("scales", "1")), credit("2", "1"), credit("3", "2")))
        .containsExactly("credit.of");
    assertThat(places(1, ahead("1", "10"), credit("2", "1", of("scales", "1"))))
        .containsExactly("credit.of");
    assertThat(places(2, ahead("1", "10"), credit("2", "1"), credit("3", "1")))
        .containsExactly("credit.of");
    assertThat(
            places(
                2,
                part("1", of("scales", "1")),
                credit("2", "1"),
                credit("3", "1", of("scales", "1"))))
        .containsExactly("credit.of");
    assertThat(places(1, part("1", of("scales", "1")), part("1", of("scales", "1"))))
        .containsExactly("ref");
  }

  @Test
  void aDepositMayTakeAllThatIsLeftAndNoCentMore() {
    assertThat(nets(invoicing(net("1", "110.00")))).containsExactly("110.00");
    assertThat(places(0, net("1", "110.01"))).containsExactly("deposit");
    assertThat(nets(invoicing(ahead("1", "60"), ahead("2", "40"))))
        .containsExactly("66.00", "44.00");
    assertThat(places(1, ahead("1", "60"), ahead("2", "40.05"))).containsExactly("deposit");
    // Of 5.00 left at 7 %: the split gives it 5.00 of 55.05 and 5.01 of 55.06.
    Ask book = part("1", of("books", "1"));
    assertThat(nets(invoicing(book, net("2", "55.05")))).containsExactly("5.00", "55.05");
    assertThat(places(1, book, net("2", "55.06"))).containsExactly("deposit");
    assertThat(places(0, ahead("1", "0.0049"))).containsExactly("deposit");
  }

  @Test
  void depositsAreSetOffTheOldestFirstAndWithinTheirPercent() {
    Invoicing invoicing =
        invoicing(ahead("old", "10"), ahead("new", "20"), deducting("1", of("scales", "1")));
    Paper paper = invoicing.papers().get(2);
    assertThat(paper.deducted())
        .containsExactly(
            new Paper.Deducted(
                percent("19"),
                eur("30.00"),
                List.of(
                    new Paper.FromDeposit("old", eur("10.00")),
                    new Paper.FromDeposit("new", eur("20.00")))));
    assertThat(paper.sum().net()).isEqualTo(eur("3.33"));
    assertThat(invoicing.deposits())
        .containsExactly(new Invoicing.OpenDeposit(percent("7"), eur("3.00")));
  }

  @Test
  void aDepositThatIsUsedUpIsNotNamedAgain() {
    Invoicing invoicing =
        invoicing(
            ahead("old", "10"),
            ahead("new", "50"),
            deducting("1", of("scales", "1")),
            deducting("2", of("scales", "1")));
    assertThat(invoicing.papers().get(3).deducted().get(0).from())
        .containsExactly(new Paper.FromDeposit("new", eur("26.67")));
  }

  @Test
  void aCreditGivesNoDeductionBack() {
    Invoicing invoicing =
        invoicing(ahead("d", "50"), deducting("1", of("scales", "3")), credit("2", "1"));
    assertThat(nets(invoicing)).containsExactly("55.00", "50.00", "-100.00");
    assertThat(invoicing.totals().charged()).isEqualTo(eur("0.00"));
    assertThat(invoicing.totals().deposits()).isEqualTo(eur("5.00"));
  }

  @Test
  void amountsAreOfOneCurrency() {
    OrderLine yen =
        new OrderLine(
            "y", quantity("1"), Money.of(Currencies.get("JPY"), BigDecimal.TEN), percent("10"));
    assertThatThrownBy(() -> Invoicing.of(EUR, List.of(yen), List.of()))
        .hasMessage("net JPY 10 is not in EUR");
    Ask deposit = new Ask.NetDeposit("d", Money.of(Currencies.get("JPY"), BigDecimal.TEN));
    assertThatThrownBy(() -> invoicing(deposit)).hasMessage("net JPY 10 is not in EUR");
  }

  @Test
  void refusesWhatIsOutOfRange() {
    assertThatThrownBy(() -> line("", "1", "1", "19")).hasMessage("line id is empty");
    assertThatThrownBy(() -> line("a", "0", "1", "19")).hasMessage("quantity 0 is not above 0");
    assertThatThrownBy(() -> line("a", "1", "-0.01", "19")).hasMessage("net EUR -0.01 is below 0");
    assertThatThrownBy(() -> line("a", "1", "1", "100.01")).hasMessageContaining("taxPercent");
    assertThatThrownBy(() -> ahead("d", "0")).hasMessage("percent 0 is not above 0");
    assertThatThrownBy(() -> ahead("d", "100.01")).hasMessageContaining("outside");
    assertThatThrownBy(() -> net("d", "0")).hasMessage("net EUR 0.00 is not above 0");
    assertThatThrownBy(() -> part("p")).hasMessage("lines are empty");
    assertThatThrownBy(() -> part("", of("scales", "1"))).hasMessage("ref is empty");
    assertThatThrownBy(() -> credit("c", "")).hasMessage("of is empty");
    assertThatThrownBy(() -> Invoicing.of(EUR, List.of(SCALES, SCALES), List.of()))
        .hasMessage("line id scales stands twice");
  }

  // Laws over seeded orders and asks

  static IntStream seeds() {
    return IntStream.range(0, 200);
  }

  private static List<OrderLine> order(Random random) {
    return IntStream.range(0, 1 + random.nextInt(5))
        .mapToObj(
            i ->
                new OrderLine(
                    "L" + i,
                    Quantity.ofThousandths(1 + random.nextInt(9_000)),
                    Money.ofMinor(EUR, random.nextInt(4) == 0 ? 0 : random.nextInt(90_000)),
                    percent(List.of("19", "7", "0").get(random.nextInt(3)))))
        .toList();
  }

  /** Asks as they come; those that do not come out are left away. */
  private static List<Ask> asks(Random random, List<OrderLine> order) {
    List<Ask> asks = new ArrayList<>();
    for (int i = 0; i < 14; i++) {
      List<Ask> longer = new ArrayList<>(asks);
      longer.add(ask(random, "A" + i, order));
      try {
        Invoicing.of(EUR, order, longer);
        asks = longer;
      } catch (AskRefusedException refused) {
        assertThat(refused.ask()).isEqualTo(asks.size());
      }
    }
    return asks;
  }

  private static Ask ask(Random random, String ref, List<OrderLine> order) {
    OrderLine line = order.get(random.nextInt(order.size()));
    Ask.Portion portion =
        new Ask.Portion(
            line.id(),
            Quantity.ofThousandths(1 + random.nextInt((int) line.quantity().toThousandths())));
    return switch (random.nextInt(8)) {
      case 0 -> new Ask.PercentDeposit(ref, Percent.ofTenThousandths(1 + random.nextInt(400_000)));
      case 1 -> new Ask.NetDeposit(ref, Money.ofMinor(EUR, 1 + random.nextInt(20_000)));
      case 2 -> new Ask.Rest(ref, random.nextBoolean());
      case 3 -> new Ask.Credit(ref, "A" + random.nextInt(14), Optional.empty());
      case 4 -> new Ask.Credit(ref, "A" + random.nextInt(14), Optional.of(List.of(portion)));
      default -> new Ask.Part(ref, List.of(portion), random.nextBoolean());
    };
  }

  /** Law: nothing is charged twice or lost, and the papers and what is left make the order. */
  @ParameterizedTest
  @MethodSource("seeds")
  void thePapersAndWhatIsLeftMakeTheOrder(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    List<Ask> asks = asks(random, order);
    Invoicing invoicing = Invoicing.of(EUR, order, asks);
    for (OrderLine line : order) {
      BigDecimal quantity = BigDecimal.ZERO;
      Money net = Money.zero(EUR);
      for (Paper.Line charged : lines(invoicing, line)) {
        quantity = quantity.add(charged.quantity());
        net = net.plus(charged.net());
      }
      Optional<Invoicing.Left> left =
          invoicing.left().stream().filter(l -> l.line().equals(line)).findFirst();
      assertThat(quantity.add(left.map(Invoicing.Left::quantity).orElse(BigDecimal.ZERO)))
          .isEqualByComparingTo(line.quantity().value());
      if (left.isPresent()) {
        assertThat(net.plus(left.get().net())).isEqualTo(line.net());
      } else {
        assertThat(net.isNegative()).isFalse();
      }
    }
    assertThat(invoicing.totals().ordered())
        .isEqualTo(invoicing.totals().charged().plus(invoicing.totals().left()));
  }

  /** Law: without credits a line charged to its end comes to its net, in whatever parts. */
  @ParameterizedTest
  @MethodSource("seeds")
  void partsSumToTheNetExactly(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    List<Ask> all = new ArrayList<>();
    for (OrderLine line : order) {
      long left = line.quantity().toThousandths();
      for (int i = 0; left > 0; i++) {
        long part = i == 9 ? left : 1 + random.nextInt((int) left);
        left -= part;
        all.add(
            part(line.id() + "-" + i, new Ask.Portion(line.id(), Quantity.ofThousandths(part))));
      }
    }
    Collections.shuffle(all, random);
    Invoicing invoicing = Invoicing.of(EUR, order, all);
    assertThat(invoicing.totals().left()).isEqualTo(eur("0.00"));
    for (OrderLine line : order) {
      assertThat(lines(invoicing, line).stream().map(Paper.Line::net).reduce(eur("0"), Money::plus))
          .isEqualTo(line.net());
    }
  }

  /** Law: a part is what the line comes to up to here, less what it came to before. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aPartIsTheDifferenceOfTwoShares(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    for (Paper paper : Invoicing.of(EUR, order, asks(random, order)).papers()) {
      for (Paper.Line line : paper.lines()) {
        Paper.Share share = line.share();
        BigDecimal upTo =
            share
                .net()
                .multiply(share.before().add(line.quantity().abs()))
                .divide(share.quantity(), 2, RoundingMode.HALF_UP);
        assertThat(line.net().getAmount().abs())
            .isEqualByComparingTo(upTo.subtract(share.netBefore()).max(BigDecimal.ZERO));
      }
    }
  }

  /** Law: deposits are charged, set off or credited once, and never below 0. */
  @ParameterizedTest
  @MethodSource("seeds")
  void depositsAreUsedOnce(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    List<Ask> asks = asks(random, order);
    Invoicing invoicing = Invoicing.of(EUR, order, asks);
    Money open = Money.zero(EUR);
    for (Paper paper : invoicing.papers()) {
      if (paper.lines().isEmpty()) {
        open = open.plus(paper.sum().net());
      }
      for (Paper.Deducted deducted : paper.deducted()) {
        assertThat(
                deducted.from().stream()
                    .map(Paper.FromDeposit::amount)
                    .reduce(eur("0"), Money::plus))
            .isEqualTo(deducted.base());
        open = open.minus(deducted.base());
      }
      if (paper.kind() == Paper.Kind.INVOICE) {
        assertThat(paper.sum().taxes()).allMatch(tax -> !tax.base().isNegative());
      }
    }
    assertThat(open).isEqualTo(invoicing.totals().deposits());
    assertThat(invoicing.deposits()).allMatch(deposit -> deposit.base().isPositive());
  }

  /** Law: what was worked out once is not changed by what comes after. */
  @ParameterizedTest
  @MethodSource("seeds")
  void laterAsksChangeNoEarlierPaper(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    List<Ask> asks = asks(random, order);
    List<Paper> all = Invoicing.of(EUR, order, asks).papers();
    for (int i = 0; i <= asks.size(); i++) {
      assertThat(Invoicing.of(EUR, order, asks.subList(0, i)).papers())
          .isEqualTo(all.subList(0, i));
    }
  }

  /** Law: the workings come out at the figures. */
  @ParameterizedTest
  @MethodSource("seeds")
  void workingsComeOutAtTheFigures(int seed) {
    Random random = new Random(seed);
    List<OrderLine> order = order(random);
    List<Ask> asks = asks(random, order);
    Invoicing invoicing = Invoicing.of(EUR, order, asks);
    for (Working working : invoicing.workings(order, asks)) {
      figure(invoicing, working.of())
          .forEach(
              figure ->
                  assertThat(new BigDecimal(working.result().orElseThrow()))
                      .as(working.of())
                      .isEqualByComparingTo(figure));
    }
  }

  private static Stream<BigDecimal> figure(Invoicing invoicing, String of) {
    String[] steps = of.split("[\\[\\].]+");
    int i = steps.length > 1 && steps[1].matches("[0-9]+") ? Integer.parseInt(steps[1]) : -1;
    if (of.matches("documents.*lines.*net")) {
      return Stream.of(
          invoicing.papers().get(i).lines().get(Integer.parseInt(steps[3])).net().getAmount());
    } else if (of.matches("documents.*base") && of.contains("taxes")) {
      return Stream.of(
          invoicing
              .papers()
              .get(i)
              .sum()
              .taxes()
              .get(Integer.parseInt(steps[3]))
              .base()
              .getAmount());
    } else if (of.startsWith("left") && of.endsWith("net")) {
      return Stream.of(invoicing.left().get(i).net().getAmount());
    } else if (of.startsWith("deposits")) {
      return Stream.of(invoicing.deposits().get(i).base().getAmount());
    } else if (of.equals("totals.charged")) {
      return Stream.of(invoicing.totals().charged().getAmount());
    }
    return Stream.empty();
  }

  private static List<Paper.Line> lines(Invoicing invoicing, OrderLine line) {
    return invoicing.papers().stream()
        .flatMap(paper -> paper.lines().stream())
        .filter(l -> l.line().equals(line))
        .toList();
  }
}
