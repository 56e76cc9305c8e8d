package firmtally.core.golden;

import firmtally.core.money.Currencies;
import firmtally.core.money.Percent;
import firmtally.core.money.Quantity;
import firmtally.core.money.UnitPrice;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A worked case of the contract as a document, read without any check: the cases are in order. */
record GoldenCase(JsonNode node, CurrencyUnit currency) {
  private static final JsonMapper JSON = new JsonMapper();

  static Stream<String> names(String kind) {
    try (Stream<Path> files =
        Files.list(Path.of(GoldenCase.class.getResource("/golden").toURI()))) {
      return files
          .map(file -> file.getFileName().toString())
          .filter(name -> name.startsWith(kind + "-") && name.endsWith(".in.json"))
          .map(name -> name.substring(0, name.length() - ".in.json".length()))
          .sorted()
          .toList()
          .stream();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (URISyntaxException e) {
      throw new IllegalStateException(e);
    }
  }

  static GoldenCase input(String name) {
    JsonNode node = tree(name + ".in.json");
    String currency = node.path("currency").asString("EUR");
    return new GoldenCase(node, Currencies.get(currency));
  }

  static GoldenCase expected(String name) {
    return new GoldenCase(tree(name + ".out.json"), input(name).currency());
  }

  private static JsonNode tree(String file) {
    return JSON.readTree(GoldenCase.class.getResourceAsStream("/golden/" + file));
  }

  GoldenCase at(String field) {
    return new GoldenCase(node.path(field), currency);
  }

  /** A document within a document, which names its own currency. */
  GoldenCase inItsCurrency() {
    return new GoldenCase(node, Currencies.get(at("currency").text()));
  }

  boolean has(String field) {
    return node.has(field) && !node.get(field).isNull();
  }

  Optional<GoldenCase> find(String field) {
    return has(field) ? Optional.of(at(field)) : Optional.empty();
  }

  List<GoldenCase> items() {
    List<GoldenCase> items = new ArrayList<>();
    node.forEach(item -> items.add(new GoldenCase(item, currency)));
    return items;
  }

  <T> List<T> list(String field, Function<GoldenCase, T> read) {
    return at(field).items().stream().map(read).toList();
  }

  <T> Optional<T> maybe(String field, Function<GoldenCase, T> read) {
    return find(field).map(read);
  }

  String text() {
    return node.asString();
  }

  boolean isTrue() {
    return node.asBoolean();
  }

  int whole() {
    return number().intValueExact();
  }

  BigDecimal number() {
    return new BigDecimal(node.asString());
  }

  LocalDate day() {
    return LocalDate.parse(text());
  }

  Money money() {
    return Money.of(currency, number().stripTrailingZeros());
  }

  Percent percent() {
    return Percent.of(number());
  }

  Quantity quantity() {
    return Quantity.of(number());
  }

  UnitPrice unitPrice() {
    return UnitPrice.of(number());
  }
}
