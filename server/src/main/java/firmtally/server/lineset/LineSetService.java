package firmtally.server.lineset;

import firmtally.core.money.Quantity;
import firmtally.server.catalogue.CatalogueService;
import firmtally.server.catalogue.Product;
import firmtally.server.people.Actor;
import firmtally.server.platform.BadInput;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Input;
import firmtally.server.platform.NotThere;
import firmtally.server.platform.TypedNumber;
import firmtally.server.worksheet.LineForm;
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
public class LineSetService {
  private static final int LONGEST = 80;
  private static final int MOST_ROWS = 300;
  private static final int QUANTITY_DECIMALS = 3;
  private static final Set<String> KINDS = Set.of("kit", "template");
  private final LineSetStore store;
  private final CatalogueService catalogue;
  private final ChangeLog log;
  private final JsonMapper json;

  LineSetService(LineSetStore store, CatalogueService catalogue, ChangeLog log, JsonMapper json) {
    this.store = store;
    this.catalogue = catalogue;
    this.log = log;
    this.json = json;
  }

  /** A kit or a template. */
  public record LineSet(
      long id,
      String kind,
      String code,
      String name,
      List<LineForm> rows,
      boolean retired,
      long version) {}

  /** One as typed. */
  public record LineSetForm(String kind, String code, String name, List<LineForm> rows) {}

  /** Those in use. */
  public List<LineSet> live() {
    return store.list(false).stream().map(this::set).toList();
  }

  List<LineSet> all() {
    return store.list(true).stream().map(this::set).toList();
  }

  LineSet get(long id) {
    return store.find(id).map(this::set).orElseThrow(() -> new NotThere("kit or template", id));
  }

  private LineSet set(LineSetStore.Row row) {
    List<LineForm> rows = List.of(json.readValue(row.typed(), LineForm[].class));
    return new LineSet(
        row.id(), row.kind(), row.code(), row.name(), rows, row.retired(), row.version());
  }

  /** Keeps a new one. */
  @Transactional
  public long keep(LineSetForm typed, Actor actor) {
    actor.checkSells();
    LineSetForm form = read(typed, Optional.empty());
    long id =
        store.insert(form.kind(), form.code(), form.name(), json.writeValueAsString(form.rows()));
    log.note(actor.id(), "line-set", id, form.kind() + " kept", null, form.name());
    return id;
  }

  @Transactional
  void change(long id, long version, LineSetForm typed, Actor actor) {
    actor.checkManages();
    LineSet before = get(id);
    LineSetForm form = read(typed, Optional.of(id));
    update(before, version, form, before.retired());
    log.note(actor.id(), "line-set", id, "rows", words(before.rows()), words(form.rows()));
  }

  /** Takes one out of the search, or back into it. */
  @Transactional
  void retire(long id, long version, boolean retired, Actor actor) {
    actor.checkManages();
    LineSet before = get(id);
    update(
        before,
        version,
        new LineSetForm(before.kind(), before.code(), before.name(), before.rows()),
        retired);
    log.note(actor.id(), "line-set", id, retired ? "retired" : "taken back", null, before.name());
  }

  private void update(LineSet before, long version, LineSetForm form, boolean retired) {
    int updated =
        store.update(
            new LineSetStore.Row(
                before.id(),
                before.kind(),
                form.code(),
                form.name(),
                json.writeValueAsString(form.rows()),
                retired,
                version));
    log.expectOne(updated, "line-set", before.id(), before.version());
  }

  private static String words(List<LineForm> rows) {
    return rows.size() + (rows.size() == 1 ? " row" : " rows");
  }

  private LineSetForm read(LineSetForm typed, Optional<Long> id) {
    Input input = new Input();
    String kind = input.oneOf("kind", typed.kind(), KINDS).orElse("");
    if (kind.isEmpty()) {
      input.refuse("kind", "Say whether it is a kit or a template.");
    }
    String code = input.text("code", typed.code(), LONGEST).toUpperCase(Locale.ROOT);
    String name = input.text("name", typed.name(), LONGEST);
    store
        .findByCode(code)
        .filter(other -> id.filter(own -> own == other.id()).isEmpty())
        .ifPresent(other -> input.refuse("code", other.name() + " has this code already."));
    List<LineForm> rows = Input.given(typed.rows());
    if (rows.stream().noneMatch(LineForm::priced)) {
      input.refuse("rows", "There is no line in it yet.");
    }
    if (rows.size() > MOST_ROWS) {
      input.refuse("rows", "At most " + MOST_ROWS + " rows are kept at once.");
    }
    checkRows(kind, rows, input);
    BadInput.throwIfAny(input.problems());
    return new LineSetForm(kind, code, name, rows);
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
          input.refuse(at + ".product", "There is no product " + row.product() + ".");
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
