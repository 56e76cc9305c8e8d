package firmtally.core.invoicing;

import firmtally.core.invoicing.AskRefusedException.Refusal;
import firmtally.core.invoicing.Issued.ChargedLine;
import firmtally.core.money.Allocation;
import firmtally.core.money.Percent;
import firmtally.core.money.Rounding;
import firmtally.core.money.SameCurrency;
import firmtally.core.money.TaxedSum;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** An order while its asks are worked out. */
final class InvoiceRun {
  private final CurrencyUnit currency;
  private final int decimals;
  private final List<LineRun> lines = new ArrayList<>();
  private final Map<String, LineRun> byId = new HashMap<>();
  private final List<TaxGroup> groups;
  private final List<Issued.Deposit> deposits = new ArrayList<>();
  private final Map<String, Issued> issued = new HashMap<>();
  private int ask;

  InvoiceRun(CurrencyUnit currency, List<OrderLine> order) {
    this.currency = currency;
    this.decimals = currency.getDecimalPlaces();
    TreeMap<Percent, TaxGroup> byPercent = new TreeMap<>();
    for (OrderLine line : order) {
      SameCurrency.check("net", line.net(), currency);
      TaxGroup group = byPercent.computeIfAbsent(line.tax(), TaxGroup::new);
      group.net = group.net.add(line.net().getAmount());
      LineRun run = new LineRun(line, lines.size(), group);
      lines.add(run);
      if (byId.put(line.id(), run) != null) {
        throw new IllegalArgumentException("line id " + line.id() + " stands twice");
      }
    }
    groups = List.copyOf(byPercent.values());
    for (int i = 0; i < groups.size(); i++) {
      groups.get(i).place = i;
    }
  }

  Invoicing run(List<Ask> asks) {
    List<Paper> papers = new ArrayList<>(asks.size());
    for (ask = 0; ask < asks.size(); ask++) {
      Ask next = asks.get(ask);
      if (issued.containsKey(next.ref())) {
        throw refused("ref", "ref " + next.ref() + " stands twice");
      }
      papers.add(paper(next));
    }
    return new Invoicing(List.copyOf(papers), left(), openDeposits(), totals());
  }

  private Paper paper(Ask next) {
    if (next instanceof Ask.PercentDeposit deposit) {
      return deposit(deposit.ref(), shares(deposit.percent()));
    } else if (next instanceof Ask.NetDeposit deposit) {
      return deposit(deposit.ref(), shares(deposit.net()));
    } else if (next instanceof Ask.Part part) {
      return invoice(part.ref(), portions(part.lines()), part.deduct());
    } else if (next instanceof Ask.Rest rest) {
      return invoice(rest.ref(), everythingLeft(), rest.deduct());
    }
    return credit((Ask.Credit) next);
  }

  // Deposits

  private BigDecimal[] shares(Percent percent) {
    return groups.stream()
        .map(group -> round(group.net.multiply(percent.fraction())))
        .toArray(BigDecimal[]::new);
  }

  private BigDecimal[] shares(Money net) {
    SameCurrency.check("net", net, currency);
    List<Money> weights = groups.stream().map(group -> Money.of(currency, group.net)).toList();
    if (weights.stream().allMatch(Money::isZero)) {
      return zeros();
    }
    return Allocation.byWeight(net, weights).stream()
        .map(Money::getAmount)
        .toArray(BigDecimal[]::new);
  }

  private Paper deposit(String ref, BigDecimal[] parts) {
    Map<Percent, BigDecimal> bases = new HashMap<>();
    for (TaxGroup group : groups) {
      BigDecimal part = parts[group.place];
      if (part.signum() > 0) {
        if (part.compareTo(group.left()) > 0) {
          throw refused(
              "deposit",
              String.format(
                  "a deposit of %s at %s %% is above the %s left there",
                  part.toPlainString(), group.percent, group.left().toPlainString()));
        }
        bases.put(group.percent, part);
      }
    }
    if (bases.isEmpty()) {
      throw refused("deposit", "the deposit comes to 0");
    }
    for (TaxGroup group : groups) {
      group.deposits = group.deposits.add(parts[group.place]);
    }
    Issued.Deposit deposit = new Issued.Deposit(ref, parts);
    deposits.add(deposit);
    issued.put(ref, deposit);
    return new Paper(ref, Paper.Kind.DEPOSIT, List.of(), List.of(), TaxedSum.of(currency, bases));
  }

  // Invoices

  /** A line and how much of it. */
  private record Wanted(LineRun run, BigDecimal quantity) {}

  private List<Wanted> portions(List<Ask.Portion> portions) {
    List<Refusal> refusals = new ArrayList<>();
    List<Wanted> wanted = new ArrayList<>(portions.size());
    for (int i = 0; i < portions.size(); i++) {
      Ask.Portion portion = portions.get(i);
      LineRun run = byId.get(portion.line());
      BigDecimal quantity = portion.quantity().value();
      if (run == null) {
        refusals.add(noLine(i, portion));
      } else if (run.namedBy == ask) {
        refusals.add(twice("part", i, portion));
      } else {
        run.namedBy = ask;
        if (quantity.compareTo(run.left()) > 0) {
          refusals.add(tooMuch("part", i, portion, run.left()));
        } else {
          wanted.add(new Wanted(run, quantity));
        }
      }
    }
    refuseIfAny(refusals);
    wanted.sort(Comparator.comparingInt(w -> w.run().place));
    return wanted;
  }

  private List<Wanted> everythingLeft() {
    List<Wanted> wanted = new ArrayList<>();
    for (LineRun run : lines) {
      BigDecimal left = run.left();
      if (left.signum() > 0) {
        wanted.add(new Wanted(run, left));
      }
    }
    if (wanted.isEmpty()) {
      throw refused("rest", "nothing is left to charge");
    }
    return wanted;
  }

  private Paper invoice(String ref, List<Wanted> wanted, boolean deduct) {
    List<Paper.Line> paperLines = new ArrayList<>(wanted.size());
    List<ChargedLine> charged = new ArrayList<>(wanted.size());
    BigDecimal[] bases = new BigDecimal[groups.size()];
    for (Wanted one : wanted) {
      LineRun run = one.run();
      BigDecimal quantity = one.quantity();
      BigDecimal upTo = part(run.net, run.quantity.add(quantity), run.ordered);
      // Below 0 it could come only after a credit.
      BigDecimal amount = upTo.subtract(run.charged).max(BigDecimal.ZERO);
      paperLines.add(
          new Paper.Line(
              run.line,
              quantity,
              money(amount),
              new Paper.Share(run.ordered, run.net, run.quantity, run.charged)));
      run.move(quantity, amount);
      charged.add(new ChargedLine(run, quantity, amount));
      add(bases, run.group, amount);
    }
    issued.put(ref, new Issued.Charged(charged));
    List<Paper.Deducted> deducted = deduct ? deduct(bases) : List.of();
    return new Paper(ref, Paper.Kind.INVOICE, paperLines, deducted, taxed(bases));
  }

  /** The oldest deposit first, in each group as far as both reach. */
  private List<Paper.Deducted> deduct(BigDecimal[] bases) {
    List<Paper.Deducted> deducted = new ArrayList<>();
    for (TaxGroup group : groups) {
      BigDecimal base = bases[group.place];
      if (base == null || base.signum() == 0 || group.deposits.signum() == 0) {
        continue;
      }
      BigDecimal wanted = base.min(group.deposits);
      List<Paper.FromDeposit> from = new ArrayList<>();
      BigDecimal open = wanted;
      for (Issued.Deposit deposit : deposits) {
        BigDecimal taken = deposit.left()[group.place].min(open);
        if (taken.signum() > 0) {
          deposit.left()[group.place] = deposit.left()[group.place].subtract(taken);
          open = open.subtract(taken);
          from.add(new Paper.FromDeposit(deposit.ref(), money(taken)));
        }
      }
      group.deposits = group.deposits.subtract(wanted);
      bases[group.place] = base.subtract(wanted);
      deducted.add(new Paper.Deducted(group.percent, money(wanted), List.copyOf(from)));
    }
    return deducted;
  }

  // Credit notes

  private Paper credit(Ask.Credit credit) {
    Issued of = issued.get(credit.of());
    if (of == null) {
      throw refused("credit.of", "there is no earlier " + credit.of());
    } else if (of instanceof Issued.Deposit deposit) {
      return credit(credit, deposit);
    } else if (of instanceof Issued.Charged charged) {
      return credit(credit, charged);
    }
    throw refused("credit.of", credit.of() + " is a credit itself");
  }

  private Paper credit(Ask.Credit credit, Issued.Deposit deposit) {
    if (credit.lines().isPresent()) {
      throw refused("credit.of", credit.of() + " is a deposit, which has no lines");
    }
    Map<Percent, BigDecimal> bases = new HashMap<>();
    for (TaxGroup group : groups) {
      BigDecimal left = deposit.left()[group.place];
      if (left.signum() > 0) {
        bases.put(group.percent, left.negate());
        group.deposits = group.deposits.subtract(left);
        deposit.left()[group.place] = BigDecimal.ZERO;
      }
    }
    if (bases.isEmpty()) {
      throw refused("credit.of", "nothing is left of " + credit.of());
    }
    issued.put(credit.ref(), new Issued.Credited());
    return new Paper(
        credit.ref(), Paper.Kind.CREDIT, List.of(), List.of(), TaxedSum.of(currency, bases));
  }

  /** A line of an invoice and how much of it is taken back. */
  private record Taken(ChargedLine line, BigDecimal quantity) {}

  private Paper credit(Ask.Credit credit, Issued.Charged charged) {
    List<ChargedLine> left = charged.left();
    if (left.isEmpty()) {
      throw refused("credit.of", "nothing is left of " + credit.of());
    }
    List<Taken> all =
        credit
            .lines()
            .map(portions -> taken(charged, portions))
            .orElseGet(() -> left.stream().map(line -> new Taken(line, line.left())).toList());
    List<Paper.Line> paperLines = new ArrayList<>(all.size());
    BigDecimal[] bases = new BigDecimal[groups.size()];
    for (Taken credited : all) {
      ChargedLine line = credited.line();
      BigDecimal quantity = credited.quantity();
      BigDecimal amount =
          part(line.amount, line.taken.add(quantity), line.quantity).subtract(line.amountTaken);
      paperLines.add(
          new Paper.Line(
              line.run.line,
              quantity.negate(),
              money(amount.negate()),
              new Paper.Share(line.quantity, line.amount, line.taken, line.amountTaken)));
      line.taken = line.taken.add(quantity);
      line.amountTaken = line.amountTaken.add(amount);
      line.run.move(quantity.negate(), amount.negate());
      add(bases, line.run.group, amount.negate());
    }
    issued.put(credit.ref(), new Issued.Credited());
    return new Paper(
        credit.ref(), Paper.Kind.CREDIT, List.copyOf(paperLines), List.of(), taxed(bases));
  }

  private List<Taken> taken(Issued.Charged charged, List<Ask.Portion> portions) {
    List<Refusal> refusals = new ArrayList<>();
    List<Taken> taken = new ArrayList<>();
    Map<String, ChargedLine> lines = charged.byId();
    for (int i = 0; i < portions.size(); i++) {
      Ask.Portion portion = portions.get(i);
      ChargedLine line = lines.get(portion.line());
      if (line == null) {
        refusals.add(
            new Refusal(at("credit", i, "line"), "line " + portion.line() + " is not on it"));
      } else if (line.run.namedBy == ask) {
        refusals.add(twice("credit", i, portion));
      } else {
        line.run.namedBy = ask;
        if (portion.quantity().value().compareTo(line.left()) > 0) {
          refusals.add(tooMuch("credit", i, portion, line.left()));
        } else {
          taken.add(new Taken(line, portion.quantity().value()));
        }
      }
    }
    refuseIfAny(refusals);
    taken.sort(Comparator.comparingInt(t -> t.line().run.place));
    return taken;
  }

  // What is left

  private List<Invoicing.Left> left() {
    return lines.stream()
        .filter(run -> run.left().signum() > 0)
        .map(run -> new Invoicing.Left(run.line, run.left(), money(run.net.subtract(run.charged))))
        .toList();
  }

  private List<Invoicing.OpenDeposit> openDeposits() {
    return groups.stream()
        .filter(group -> group.deposits.signum() > 0)
        .map(group -> new Invoicing.OpenDeposit(group.percent, money(group.deposits)))
        .toList();
  }

  private Invoicing.Totals totals() {
    BigDecimal ordered = BigDecimal.ZERO;
    BigDecimal charged = BigDecimal.ZERO;
    BigDecimal open = BigDecimal.ZERO;
    for (TaxGroup group : groups) {
      ordered = ordered.add(group.net);
      charged = charged.add(group.charged);
      open = open.add(group.deposits);
    }
    return new Invoicing.Totals(
        money(ordered), money(charged), money(open), money(ordered.subtract(charged)));
  }

  // Small change

  /** {@code round(whole × quantity / of)}. */
  private BigDecimal part(BigDecimal whole, BigDecimal quantity, BigDecimal of) {
    return quantity.compareTo(of) == 0
        ? whole
        : whole.multiply(quantity).divide(of, decimals, RoundingMode.HALF_UP);
  }

  private static void add(BigDecimal[] bases, TaxGroup group, BigDecimal amount) {
    BigDecimal sum = bases[group.place];
    bases[group.place] = sum == null ? amount : sum.add(amount);
  }

  private TaxedSum taxed(BigDecimal[] bases) {
    Map<Percent, BigDecimal> byPercent = new HashMap<>();
    for (TaxGroup group : groups) {
      if (bases[group.place] != null) {
        byPercent.put(group.percent, bases[group.place]);
      }
    }
    return TaxedSum.of(currency, byPercent);
  }

  private BigDecimal[] zeros() {
    BigDecimal[] zeros = new BigDecimal[groups.size()];
    Arrays.fill(zeros, BigDecimal.ZERO);
    return zeros;
  }

  private BigDecimal round(BigDecimal exact) {
    return Rounding.number(currency, exact);
  }

  private Money money(BigDecimal amount) {
    return Money.of(currency, amount);
  }

  private static String at(String kind, int line, String field) {
    return kind + ".lines[" + line + "]." + field;
  }

  private static Refusal noLine(int i, Ask.Portion portion) {
    return new Refusal(at("part", i, "line"), "there is no line " + portion.line());
  }

  private static Refusal twice(String kind, int i, Ask.Portion portion) {
    return new Refusal(at(kind, i, "line"), "line " + portion.line() + " stands twice");
  }

  private static Refusal tooMuch(String kind, int i, Ask.Portion portion, BigDecimal left) {
    return new Refusal(
        at(kind, i, "quantity"),
        String.format(
            "quantity %s of line %s is above the %s left",
            portion.quantity(), portion.line(), left.stripTrailingZeros().toPlainString()));
  }

  private AskRefusedException refused(String at, String message) {
    return new AskRefusedException(ask, List.of(new Refusal(at, message)));
  }

  private void refuseIfAny(List<Refusal> refusals) {
    if (!refusals.isEmpty()) {
      throw new AskRefusedException(ask, refusals);
    }
  }
}
