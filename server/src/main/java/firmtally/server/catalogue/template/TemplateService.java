package firmtally.server.catalogue.template;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.catalogue.product.Product;
import firmtally.server.catalogue.product.ProductService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.TemplateId;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.TypedNumber;
import firmtally.server.worksheet.calculation.LineForm;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Kits and templates. Whoever sells may keep one; managers and their maker change it. */
@Service
public class TemplateService {
  private static final int LONGEST = 80;
  private static final int MOST_ROWS = 300;
  private static final int QUANTITY_DECIMALS = 3;
  private static final Set<String> KINDS = Set.of("kit", "template");
  private final TemplateStore store;
  private final ProductService catalogue;
  private final ChangeLog log;
  private final JsonMapper json;

  TemplateService(TemplateStore store, ProductService catalogue, ChangeLog log, JsonMapper json) {
    this.store = store;
    this.catalogue = catalogue;
    this.log = log;
    this.json = json;
  }

  /** A kit or a template. */
  public record Template(
      TemplateId id,
      String kind,
      String code,
      String name,
      List<LineForm> rows,
      boolean deactivated,
      long version) {
    /** The same for who does not see costs. */
    Template withoutCosts() {
      return new Template(
          id,
          kind,
          code,
          name,
          rows.stream().map(LineForm::withoutCost).toList(),
          deactivated,
          version);
    }
  }

  /** One as typed. */
  public record TemplateForm(String kind, String code, String name, List<LineForm> rows) {}

  /** Those in use. */
  public List<Template> live() {
    return store.list(false).stream().map(this::set).toList();
  }

  List<Template> all() {
    return store.list(true).stream().map(this::set).toList();
  }

  Template get(TemplateId id) {
    return store.find(id).map(this::set).orElseThrow(() -> new NotThere("kit or template", id));
  }

  private Template set(TemplateStore.Row row) {
    List<LineForm> rows = List.of(json.readValue(row.typed(), LineForm[].class));
    return new Template(
        row.id(), row.kind(), row.code(), row.name(), rows, row.deactivated(), row.version());
  }

  /** Keeps a new one. */
  @Transactional
  public TemplateId keep(TemplateForm typed, Actor actor) {
    actor.checkSells();
    TemplateForm form = read(typed, Optional.empty());
    TemplateId id =
        store.insert(form.kind(), form.code(), form.name(), json.writeValueAsString(form.rows()));
    log.note(actor.id(), "template", id, form.kind() + " kept", null, form.name());
    return id;
  }

  @Transactional
  void change(TemplateId id, long version, TemplateForm typed, Actor actor) {
    actor.checkManages();
    Template before = get(id);
    TemplateForm form = read(typed, Optional.of(id));
    update(before, version, form, before.deactivated());
    log.note(actor.id(), "template", id, "rows", words(before.rows()), words(form.rows()));
  }

  /** Takes one out of the search, or back into it. */
  @Transactional
  void setDeactivated(TemplateId id, long version, boolean deactivated, Actor actor) {
    actor.checkManages();
    Template before = get(id);
    update(
        before,
        version,
        new TemplateForm(before.kind(), before.code(), before.name(), before.rows()),
        deactivated);
    log.note(
        actor.id(), "template", id, deactivated ? "deactivated" : "undone", null, before.name());
  }

  private void update(Template before, long version, TemplateForm form, boolean deactivated) {
    int updated =
        store.update(
            new TemplateStore.Row(
                before.id(),
                before.kind(),
                form.code(),
                form.name(),
                json.writeValueAsString(form.rows()),
                deactivated,
                version));
    log.expectOne(updated, "template", before.id(), before.version());
  }

  private static String words(List<LineForm> rows) {
    return rows.size() + (rows.size() == 1 ? " row" : " rows");
  }

  private TemplateForm read(TemplateForm typed, Optional<TemplateId> id) {
    Input input = new Input();
    String kind = input.oneOf("kind", typed.kind(), KINDS).orElse("");
    if (kind.isEmpty()) {
      input.refuse("kind", "Say whether it is a kit or a template.");
    }
    String code = input.text("code", typed.code(), LONGEST).toUpperCase(Locale.ROOT);
    String name = input.text("name", typed.name(), LONGEST);
    store
        .findByCode(code)
        .filter(other -> id.filter(own -> own.equals(other.id())).isEmpty())
        .ifPresent(other -> input.refuse("code", other.name() + " has this code already."));
    List<LineForm> rows = Input.given(typed.rows());
    if (rows.stream().noneMatch(LineForm::priced)) {
      input.refuse("rows", "Add at least one line.");
    }
    if (rows.size() > MOST_ROWS) {
      input.refuse("rows", "At most " + MOST_ROWS + " rows are kept at once.");
    }
    checkRows(kind, rows, input);
    BadInput.throwIfAny(input.problems());
    return new TemplateForm(kind, code, name, rows);
  }

  private void checkRows(String kind, List<LineForm> rows, Input input) {
    Map<String, Product> products =
        catalogue.byCodes(
            rows.stream()
                .map(LineForm::product)
                .filter(code -> code != null && !code.isBlank())
                .collect(Collectors.toSet()));
    for (int i = 0; i < rows.size(); i++) {
      LineForm row = rows.get(i);
      String at = "rows[" + i + "]";
      if (row.product() != null && !row.product().isBlank()) {
        if (!products.containsKey(row.product())) {
          input.refuse(at + ".product", "Product not found: " + row.product() + ".");
        }
      } else if ("kit".equals(kind)) {
        input.refuse(at + ".product", "A kit holds products of the catalogue only.");
      }
      if (row.priced()) {
        input.value(
            at + ".quantity",
            row.quantity(),
            q -> Quantity.parse(TypedNumber.plain(q, QUANTITY_DECIMALS)).positive());
      }
    }
  }
}
