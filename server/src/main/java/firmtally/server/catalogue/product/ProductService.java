package firmtally.server.catalogue.product;

import firmtally.server.access.Actor;
import firmtally.server.catalogue.PricesChanged;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.company.tax.TaxChanged;
import firmtally.server.customers.account.TermsChanged;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Remembered;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.files.Pictures;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.ProductId;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotThere;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The catalogue. */
@Service
public class ProductService {
  private static final int MOST = 500;
  private static final int LARGEST_PICTURE = 2 * 1024 * 1024;
  private static final String PRODUCT = "product";
  private final ProductStore store;
  private final SearchIndex index;
  private final FileService files;
  private final OwnFieldService fields;
  private final ChangeLog log;
  private final ApplicationEventPublisher events;
  private final Remembered<List<String>> families;
  private final Remembered<Map<AccountId, Set<String>>> assortments;

  ProductService(
      ProductStore store,
      SearchIndex index,
      FileService files,
      OwnFieldService fields,
      ChangeLog log,
      ApplicationEventPublisher events) {
    this.store = store;
    this.index = index;
    this.files = files;
    this.fields = fields;
    this.log = log;
    this.events = events;
    this.families = new Remembered<>(store::families);
    this.assortments = new Remembered<>(store::assortments);
  }

  /** A product as typed; months are blank for what is not a plan. */
  public record ProductForm(
      String code,
      String name,
      String family,
      String unit,
      String listPrice,
      String unitCost,
      String taxPercent,
      @MaybeNull String everyMonths,
      @MaybeNull String termMonths,
      @MaybeNull Boolean active,
      @MaybeNull String stock,
      @MaybeNull String onOrder,
      @MaybeNull String leadDays) {}

  /** What of a product is not priced: its number in the database, its version, its picture. */
  public record ProductMeta(ProductId id, long version, boolean pictured) {}

  /** A picture as it is shown. */
  public record Picture(byte[] bytes, String type) {}

  /** Products whose code, name or family holds a text, those whose code begins with it first. */
  public List<Product> search(String text) {
    return store.search(text.strip(), MOST);
  }

  /** The same, of at most so many. */
  public List<Product> search(String text, int most) {
    return store.search(text.strip(), most);
  }

  /** A code without the marks that people leave out: {@code BS-30} is {@code bs30}. */
  public static String loose(String code) {
    return code.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /** The products of codes as people write them, by {@link #loose} code. */
  public Map<String, Product> byLooseCodes(Collection<String> codes) {
    Set<String> wanted = codes.stream().map(ProductService::loose).collect(Collectors.toSet());
    return Stream.concat(store.byCodes(codes).stream(), store.byLooseCodes(wanted).stream())
        .collect(Collectors.toMap(p -> loose(p.code()), Function.identity(), (a, b) -> a));
  }

  /**
   * The active products of names as people write them, by {@link #loose} name; of two alike none.
   */
  public Map<String, Product> byNames(Collection<String> names) {
    Map<String, Product> found = new HashMap<>();
    Set<String> twice = new HashSet<>();
    for (Product product : store.byNames(names)) {
      if (found.put(loose(product.name()), product) != null) {
        twice.add(loose(product.name()));
      }
    }
    found.keySet().removeAll(twice);
    return found;
  }

  /** The product families, by name. */
  public List<String> families() {
    return families.get();
  }

  public Product get(String code) {
    return store.find(code).orElseThrow(() -> new NotThere("product", code));
  }

  /** The products of codes, by code; unknown ones are left out. */
  public Map<String, Product> byCodes(Collection<String> codes) {
    return store.byCodes(codes).stream()
        .collect(Collectors.toMap(Product::code, Function.identity()));
  }

  /** The families that an account may buy from; empty when all of them. */
  public Set<String> assortmentOf(AccountId account) {
    return assortments.get().getOrDefault(account, Set.of());
  }

  ProductMeta meta(String code) {
    ProductStore.Meta meta = found(code);
    return new ProductMeta(meta.id(), meta.version(), meta.picture() != null);
  }

  private ProductStore.Meta found(String code) {
    return store.meta(code).orElseThrow(() -> new NotThere("product", code));
  }

  /** Every product of the catalogue, by code. */
  public List<Product> all() {
    return store.list(new ProductStore.ProductQuery("", "", "", "", "", Integer.MAX_VALUE));
  }

  /** Every product whose code, name or family holds a text. */
  public List<Product> all(String text) {
    return store.search(text.strip(), Integer.MAX_VALUE);
  }

  /** A product as typed or as a file holds it; every problem is gathered in the input. */
  public Optional<Product> read(ProductForm typed, Input input) {
    return new ProductReader(input).read(typed);
  }

  /** What products have in their own fields, by their codes. */
  public Map<String, Map<OwnFieldId, String>> own(List<Product> products) {
    Map<String, ProductId> ids = store.ids(products.stream().map(Product::code).toList());
    Map<Long, Map<OwnFieldId, String>> values = fields.values("product", ids.values());
    Map<String, Map<OwnFieldId, String>> byCode = new HashMap<>();
    ids.forEach((code, id) -> byCode.put(code, values.getOrDefault(id.value(), Map.of())));
    return byCode;
  }

  /** What products have in the own fields that lists show, by their codes. */
  Map<String, Map<String, String>> listed(List<Product> products) {
    Map<String, ProductId> ids = store.ids(products.stream().map(Product::code).toList());
    Map<Long, Map<String, String>> listed = fields.listed("product", ids.values());
    Map<String, Map<String, String>> byCode = new HashMap<>();
    ids.forEach((code, id) -> byCode.put(code, listed.getOrDefault(id.value(), Map.of())));
    return byCode;
  }

  List<Product> list(ProductStore.ProductQuery query) {
    return store.list(query);
  }

  /**
   * Adds a product.
   *
   * @return its number in the database
   */
  @Transactional
  public ProductId add(ProductForm typed, Actor actor) {
    actor.checkManages();
    Input input = new Input();
    Optional<Product> product = new ProductReader(input).read(typed);
    input.check();
    if (store.find(product.get().code()).isPresent()) {
      throw BadInput.at("code", "There is already a product with this code.");
    }
    ProductId id = add(product.get());
    log.note(actor.id(), PRODUCT, id, "added", null, words(product.get()));
    return id;
  }

  /** Changes a product; its code stays. Open worksheets that hold it are worked out anew. */
  @Transactional
  public void change(String code, long version, ProductForm typed, Actor actor) {
    actor.checkManages();
    Product before = get(code);
    Input input = new Input();
    Optional<Product> product = new ProductReader(input).read(typed);
    if (product.isPresent() && !product.get().code().equals(code)) {
      input.refuse("code", "The code cannot be changed; documents refer to it.");
    }
    input.check();
    ProductStore.Meta meta = found(code);
    log.expectOne(store.update(product.get(), version), PRODUCT, meta.id(), meta.version());
    families.forget();
    index.put(PRODUCT, meta.id(), code, product.get().name() + " " + product.get().family());
    log.note(actor.id(), PRODUCT, meta.id(), "product", words(before), words(product.get()));
    events.publishEvent(new PricesChanged(Set.of(code)));
  }

  /**
   * Sets other prices on products, all in the act it is part of.
   *
   * @param products as they shall be
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void reprice(List<Product> products, String why, Actor actor) {
    List<String> codes = products.stream().map(Product::code).toList();
    Map<String, Product> known = byCodes(codes);
    Map<String, ProductStore.Meta> metas = store.metas(codes);
    for (Product product : products) {
      Product before = known.get(product.code());
      if (before == null) {
        throw new NotThere("product", product.code());
      }
      ProductStore.Meta meta = metas.get(product.code());
      store.update(product, meta.version());
      log.note(actor.id(), PRODUCT, meta.id(), why, words(before), words(product));
    }
    events.publishEvent(
        new PricesChanged(products.stream().map(Product::code).collect(Collectors.toSet())));
  }

  /** A tax has another percent: so has every product that carries it. */
  @EventListener
  @Transactional(propagation = Propagation.MANDATORY)
  public void follow(TaxChanged tax) {
    reprice(
        store.taxedAt(tax.before()).stream().map(product -> product.taxed(tax.after())).toList(),
        "tax",
        Actor.SYSTEM);
  }

  /** Puts products in as a file holds them: new ones are added, known ones changed. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void put(List<Product> products, Actor actor) {
    Set<String> changed = new HashSet<>();
    List<String> codes = products.stream().map(Product::code).toList();
    Map<String, Product> known = byCodes(codes);
    Map<String, ProductStore.Meta> metas = store.metas(codes);
    for (Product product : products) {
      Product before = known.get(product.code());
      if (before == null) {
        log.note(actor.id(), PRODUCT, add(product), "added", null, words(product));
      } else if (!before.with(Product.Flow.NONE).equals(product)) {
        ProductStore.Meta meta = metas.get(product.code());
        store.update(product, meta.version());
        families.forget();
        index.put(PRODUCT, meta.id(), product.code(), product.name() + " " + product.family());
        log.note(actor.id(), PRODUCT, meta.id(), "product", words(before), words(product));
        changed.add(product.code());
      }
    }
    events.publishEvent(new PricesChanged(changed));
  }

  /** Products were taken away by the undo of an import. */
  void removed() {
    families.forget();
  }

  private static String words(Product p) {
    return p.name()
        + ", "
        + p.family()
        + ", list "
        + p.listPrice()
        + ", cost "
        + p.unitCost()
        + ", tax "
        + p.tax()
        + " %"
        + p.stock().map(s -> ", " + s + " on hand").orElse("")
        + (p.active() ? "" : ", inactive");
  }

  public Picture picture(String code) {
    ProductStore.Meta meta = found(code);
    if (meta.picture() == null) {
      throw new NotThere("picture of product", code);
    }
    return new Picture(files.kept(meta.picture()), meta.pictureType());
  }

  /** Whether a product has a picture. */
  public boolean isPictured(String code) {
    return store.meta(code).filter(meta -> meta.picture() != null).isPresent();
  }

  /** Keeps a picture with a product: PNG, JPEG or WebP of at most 2 MiB. */
  @Transactional
  public void setPicture(String code, byte[] bytes, Actor actor) {
    actor.checkManages();
    ProductStore.Meta meta = found(code);
    String type =
        Pictures.typeOf(bytes)
            .orElseThrow(() -> BadInput.at("file", "Choose a PNG, JPEG or WebP picture."));
    if (bytes.length > LARGEST_PICTURE) {
      throw BadInput.at("file", "This picture is larger than 2 MiB.");
    }
    store.setPicture(meta.id(), files.keep(bytes), type);
    log.note(actor.id(), PRODUCT, meta.id(), "picture", null, bytes.length + " bytes");
  }

  @Transactional
  void removePicture(String code, Actor actor) {
    actor.checkManages();
    ProductStore.Meta meta = found(code);
    store.setPicture(meta.id(), null, null);
    log.note(actor.id(), PRODUCT, meta.id(), "picture", "a picture", null);
  }

  /** A customer who may buy from some families only. */
  public record AssortmentView(
      AccountId accountId, String number, String account, List<String> families) {}

  List<AssortmentView> ranges() {
    Map<AccountId, List<ProductStore.AssortmentRow>> byAccount =
        store.ranges().stream()
            .collect(
                Collectors.groupingBy(
                    ProductStore.AssortmentRow::accountId,
                    LinkedHashMap::new,
                    Collectors.toList()));
    return byAccount.values().stream()
        .map(
            rows ->
                new AssortmentView(
                    rows.get(0).accountId(),
                    rows.get(0).number(),
                    rows.get(0).name(),
                    rows.stream().map(ProductStore.AssortmentRow::family).toList()))
        .toList();
  }

  /** Says from which families an account may buy; none means all. */
  @Transactional
  public void setAssortment(AccountId account, List<String> families, Actor actor) {
    actor.checkManages();
    if (!store.isAccount(account)) {
      throw new NotThere("account", account);
    }
    List<String> known = families();
    Input input = new Input();
    for (String family : Input.given(families)) {
      if (!known.contains(family)) {
        input.refuse("families", "Family not found: " + family + ".");
      }
    }
    input.check();
    String before = String.join(", ", assortmentOf(account));
    store.setAssortment(account, new TreeSet<>(Input.given(families)));
    assortments.forget();
    events.publishEvent(new TermsChanged(account));
    log.note(
        actor.id(), "account", account, "range", before, String.join(", ", assortmentOf(account)));
  }

  /**
   * Adds a product that is known to be in order.
   *
   * @return its number in the database
   */
  @Transactional
  public ProductId add(Product product) {
    ProductId id = store.insert(product);
    families.forget();
    index.add("product", id, product.code(), product.name() + " " + product.family());
    return id;
  }
}
