package firmtally.server.customer.page;

import firmtally.core.money.Quantity;
import firmtally.formats.json.Problem;
import firmtally.formats.pdf.QuotePaper;
import firmtally.formats.writing.PaperWords;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.access.Roles;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.customer.access.Visitor;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.platform.web.Written;
import firmtally.server.sales.document.Correspondence;
import firmtally.server.sales.document.PaperRows;
import firmtally.server.sales.order.OrderService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.Calculator;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What a customer wants to order by codes and quantities: at the prices that the core finds for
 * them, of what they may buy. Placed, it is an order like any other, with an opportunity of the
 * account's owner behind it.
 */
@Service
class BasketService {
  private static final int MOST = 200;
  private static final int DECIMALS = 3;
  private static final int LONGEST = 2000;
  private static final String SOURCE = "Customer page";
  private static final PaperRows.Shown SHOWN = new PaperRows.Shown(false, true, true);
  private final ProductService products;
  private final AccountService accounts;
  private final Correspondence correspondence;
  private final Calculator calculator;
  private final Sale sale;
  private final ChangeLog log;
  private final Clock clock;

  /** What an order is made with. */
  private record Sale(
      OpportunityService opportunities, OrderService orders, ActivityService activities) {}

  BasketService(
      ProductService products,
      AccountService accounts,
      Correspondence correspondence,
      Calculator calculator,
      OpportunityService opportunities,
      OrderService orders,
      ActivityService activities,
      ChangeLog log,
      Clock clock) {
    this.products = products;
    this.accounts = accounts;
    this.correspondence = correspondence;
    this.calculator = calculator;
    this.sale = new Sale(opportunities, orders, activities);
    this.log = log;
    this.clock = clock;
  }

  /** A typed line: what it is of, where that is known, and what is wrong with it. */
  private record Read(
      PageViews.BasketLine typed, Optional<Product> product, Optional<Problem> problem) {}

  private List<Read> read(List<PageViews.BasketLine> typed, Visitor visitor) {
    List<PageViews.BasketLine> lines = Input.given(typed);
    if (lines.size() > MOST) {
      throw BadInput.at("lines", "At most " + MOST + " lines at once.");
    }
    Map<String, Product> known =
        products.byLooseCodes(lines.stream().map(line -> text(line.code())).toList());
    Set<String> range = products.assortmentOf(visitor.accountId());
    List<Read> read = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      PageViews.BasketLine line = lines.get(i);
      Optional<Product> product =
          Optional.ofNullable(known.get(ProductService.loose(text(line.code()))))
              .filter(of -> of.active() && (range.isEmpty() || range.contains(of.family())));
      read.add(new Read(line, product, problem("lines[" + i + "].", line, product)));
    }
    return read;
  }

  private static String text(@MaybeNull String typed) {
    return typed == null ? "" : typed.strip();
  }

  private static Optional<Problem> problem(
      String at, PageViews.BasketLine line, Optional<Product> product) {
    if (text(line.code()).isEmpty()) {
      return Optional.of(new Problem(at + "code", "Enter a product code."));
    }
    if (product.isEmpty()) {
      return Optional.of(
          new Problem(at + "code", "We have no product " + text(line.code()) + " for you."));
    }
    if (text(line.quantity()).isEmpty()) {
      return Optional.of(new Problem(at + "quantity", "Enter a quantity."));
    }
    Input input = new Input();
    input.value(at + "quantity", line.quantity(), BasketService::quantity);
    return input.problems().list().stream().findFirst();
  }

  private static Quantity quantity(String typed) {
    return Quantity.parse(TypedNumber.plain(typed, DECIMALS)).positive();
  }

  private static WorksheetForm form(List<Read> lines, @MaybeNull String requestedOn) {
    List<LineForm> forms = new ArrayList<>();
    for (Read line : lines) {
      Product product = line.product().orElseThrow();
      forms.add(
          LineForm.ofProduct(
                  Integer.toString(forms.size() + 1),
                  product.code(),
                  product.name(),
                  quantity(line.typed().quantity()).toString(),
                  LineForm.Plan.of(product.everyMonths(), product.termMonths()))
              .but()
              .requestedOn(requestedOn)
              .build());
    }
    return WorksheetForm.of(forms);
  }

  private WorksheetContext context(Visitor visitor) {
    return new WorksheetContext(
        accounts.readable(visitor.accountId(), Actor.SYSTEM), Roles.of(Role.REP), Optional.empty());
  }

  private PaperWords words(Visitor visitor) {
    return correspondence.words(accounts.readable(visitor.accountId(), Actor.SYSTEM));
  }

  /** What it comes to; lines with a problem are named and left out. */
  PageViews.Basket worked(List<PageViews.BasketLine> typed, Visitor visitor) {
    List<Read> lines = read(typed, visitor);
    List<Read> good = lines.stream().filter(line -> line.problem().isEmpty()).toList();
    WorksheetContext context = context(visitor);
    Calculation worked = calculator.tally(context, form(good, null));
    PaperWords words = correspondence.words(accounts.readable(visitor.accountId(), Actor.SYSTEM));
    Iterator<QuotePaper.Line> papers =
        PaperRows.lines(worked, SHOWN, product -> Optional.empty(), words).iterator();
    return new PageViews.Basket(
        lines.stream()
            .map(
                line ->
                    line.problem()
                        .map(wrong -> wrong(line, wrong))
                        .orElseGet(() -> row(line, papers.next())))
            .toList(),
        good.isEmpty() ? List.of() : PaperRows.sums(worked, words),
        good.isEmpty() ? null : Written.amount(worked.asked()),
        worked.contract().getCurrencyUnit().getCode(),
        lines.size() - good.size());
  }

  private static PageViews.BasketRow wrong(Read line, Problem problem) {
    return new PageViews.BasketRow(
        text(line.typed().code()),
        text(line.typed().quantity()),
        line.product().map(Product::name).orElse(""),
        "",
        "",
        "",
        problem.message(),
        problem.at().substring(problem.at().lastIndexOf('.') + 1));
  }

  private static PageViews.BasketRow row(Read line, QuotePaper.Line paper) {
    return new PageViews.BasketRow(
        paper.code(),
        text(line.typed().quantity()),
        paper.words(),
        paper.remark(),
        paper.price() + (paper.discount().isEmpty() ? "" : " less " + paper.discount()),
        paper.amount(),
        "",
        "");
  }

  /** The price of one of each, as the customer pays it, with whether it is there. */
  List<PageViews.CustomerProduct> priced(List<String> codes, Visitor visitor) {
    Map<String, Product> of = products.byCodes(codes);
    PaperWords words = words(visitor);
    WorksheetContext context = context(visitor);
    Calculator remembering = calculator.remembering();
    return codes.stream()
        .map(of::get)
        .map(
            product -> {
              Read one =
                  new Read(
                      new PageViews.BasketLine(product.code(), "1"),
                      Optional.of(product),
                      Optional.empty());
              QuotePaper.Line paper =
                  PaperRows.lines(
                          remembering.tally(context, form(List.of(one), null)),
                          SHOWN,
                          p -> Optional.empty(),
                          words)
                      .get(0);
              return new PageViews.CustomerProduct(
                  product.code(),
                  product.name(),
                  product.family(),
                  paper.price() + " / " + product.unit(),
                  paper.remark(),
                  products.isPictured(product.code()));
            })
        .toList();
  }

  /** The codes and quantities of an order, of what is still sold. */
  List<PageViews.BasketLine> again(DocumentId order) {
    Calculation was =
        sale.orders().calculation(sale.orders().readable(order, Actor.SYSTEM), Actor.SYSTEM);
    return was.rows().stream()
        .filter(row -> row.tally().filter(t -> t.line().counted() && !t.line().gift()).isPresent())
        .filter(row -> row.form().product() != null)
        .map(row -> new PageViews.BasketLine(row.form().product().strip(), row.form().quantity()))
        .toList();
  }

  /**
   * Places an order: what was shown is what is ordered, at another total it is refused. The
   * account's owner hears of it at once.
   */
  @Transactional
  DocumentId place(PageViews.CustomerOrderForm typed, Visitor visitor) {
    Account account = accounts.readable(visitor.accountId(), Actor.SYSTEM);
    List<Read> lines = read(typed.lines(), visitor);
    Input input = new Input();
    lines.forEach(line -> line.problem().ifPresent(p -> input.refuse(p.at(), p.message())));
    if (lines.isEmpty()) {
      input.refuse("lines", "Add at least one line.");
    }
    if (account.poNumberRequired() && text(typed.poNumber()).isEmpty()) {
      input.refuse("poNumber", "Your orders need your PO number.");
    }
    LocalDate today = LocalDate.now(clock);
    Optional<LocalDate> wanted = input.maybeDay("requestedOn", typed.requestedOn());
    if (wanted.filter(today::isAfter).isPresent()) {
      input.refuse("requestedOn", "Enter today or a later day.");
    }
    String words = input.optionalText("words", typed.words(), LONGEST);
    input.check();
    WorksheetForm form = form(lines, wanted.map(LocalDate::toString).orElse(null));
    Calculation worked = calculator.tally(context(visitor), form);
    if (!Written.amount(worked.asked()).equals(typed.total())) {
      throw new NotPossible("The total is not the one that was shown. Look at it again.");
    }
    return placed(typed, form, words, account, visitor);
  }

  private DocumentId placed(
      PageViews.CustomerOrderForm typed,
      WorksheetForm form,
      String words,
      Account account,
      Visitor visitor) {
    LocalDate today = LocalDate.now(clock);
    String po = text(typed.poNumber());
    OpportunityId opportunity =
        sale.opportunities()
            .openFor(
                Opening.of(
                        account.id(),
                        po.isEmpty() ? "Order of " + Written.day(today) : "Order " + po,
                        "new")
                    .with(Optional.empty(), Optional.of(visitor.id()))
                    .from(Optional.empty(), SOURCE, "")
                    .closing(today, form),
                Actor.SYSTEM,
                account.ownerId());
    DocumentId order =
        sale.orders()
            .placeDirectly(
                opportunity,
                new OrderService.OrderForm(
                    po, null, null, text(typed.deliveryAddress()), null, null),
                Actor.SYSTEM);
    String number = sale.orders().readable(order, Actor.SYSTEM).number();
    String told = visitor.name() + " ordered on the customer page";
    log.note(Actor.SYSTEM.id(), "order", order, told, null, words.isEmpty() ? number : words);
    sale.activities()
        .planBySystem(
            ActivityService.On.account(account.id()),
            "task",
            number + ": " + told + (words.isEmpty() ? "" : ": " + words),
            today,
            account.ownerId());
    return order;
  }
}
