package firmtally.server.platform.apidocs;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.examples.Example;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.parameters.Parameter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;

/**
 * An example of what each door takes and answers, made from its schema: a field is told by what it
 * is called. And a name and a short summary of every operation, from its method and its path.
 */
@Configuration
class ApiExamples {
  private static final int DEEPEST = 6;
  private static final String REF = "#/components/schemas/";
  private static final String EXAMPLE = "#/components/examples/";
  private static final String JSON = "application/json";

  /** What texts of these names are, else by the ends of their names. */
  private static final Map<String, String> TEXTS =
      Map.ofEntries(
          Map.entry("account", "Greyfen Dairy"),
          Map.entry("email", "linus@greyfen.example"),
          Map.entry("emailTo", "linus@greyfen.example"),
          Map.entry("from", "mara@harrowplumb.example"),
          Map.entry("to", "linus@greyfen.example"),
          Map.entry("phone", "+49 555 0100"),
          Map.entry("person", "Mara Lind"),
          Map.entry("owner", "Mara Lind"),
          Map.entry("contact", "Linus Lorne"),
          Map.entry("name", "Greyfen Dairy"),
          Map.entry("title", "Bench scales for the new hall"),
          Map.entry("subject", "Bench scales"),
          Map.entry("number", "Q-1001"),
          Map.entry("code", "BS-15"),
          Map.entry("product", "BS-15"),
          Map.entry("description", "Bench scale 15 kg"),
          Map.entry("family", "bench scale"),
          Map.entry("unit", "pc"),
          Map.entry("currency", "EUR"),
          Map.entry("quantity", "3"),
          Map.entry("poNumber", "PO-77"),
          Map.entry("town", "Greyfen"),
          Map.entry("postal", "58736"),
          Map.entry("street", "83 Weir Lane"),
          Map.entry("country", "Germany"),
          Map.entry("url", "https://example.example/told"),
          Map.entry("role", "rep"),
          Map.entry("scope", "read"),
          Map.entry("until", "2027-12-31"),
          Map.entry("due", "2027-04-14"),
          Map.entry("expectedClose", "2027-04-30"),
          Map.entry("time", "14:30"),
          Map.entry("login", "mara"),
          Map.entry("password", "a long pass phrase"),
          Map.entry("state", "open"),
          Map.entry("kind", "opportunity"),
          Map.entry("team", "North"),
          Map.entry("record", "opportunity"));

  private static final List<String> AMOUNTS =
      List.of(
          "value",
          "amount",
          "net",
          "total",
          "tax",
          "price",
          "cost",
          "margin",
          "balance",
          "contract",
          "goal",
          "limit",
          "worth",
          "weighted",
          "exposure",
          "headroom",
          "overdue",
          "charge",
          "once");

  /** Each operation by a name of its own, whatever its method in the code is called. */
  @Bean
  @Order(50)
  OperationCustomizer summaries() {
    return (operation, method) -> {
      if (operation.getSummary() == null) {
        String words =
            method.getMethod().getName().replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT);
        operation.setSummary(Character.toUpperCase(words.charAt(0)) + words.substring(1));
      }
      return operation;
    };
  }

  @Bean
  @Order
  OpenApiCustomizer examples() {
    return api -> {
      api.getPaths().forEach((path, item) -> name(path, item));
      new Maker(api).describe();
    };
  }

  private static void name(String path, PathItem item) {
    item.readOperationsMap()
        .forEach(
            (method, operation) -> {
              StringBuilder id = new StringBuilder(method.name().toLowerCase(Locale.ROOT));
              for (String part : path.replaceFirst("^/api/", "").split("[^A-Za-z0-9]+")) {
                if (!part.isEmpty()) {
                  id.append(Character.toUpperCase(part.charAt(0))).append(part.substring(1));
                }
              }
              operation.setOperationId(id.toString());
            });
  }

  /** Makes the examples of one description. */
  private static final class Maker {
    private final OpenAPI api;

    Maker(OpenAPI api) {
      this.api = api;
    }

    void describe() {
      api.getPaths().values().forEach(item -> item.readOperations().forEach(this::describe));
    }

    private void describe(Operation operation) {
      if (operation.getParameters() != null) {
        operation.getParameters().forEach(this::describe);
      }
      if (operation.getRequestBody() != null) {
        describe(operation.getRequestBody().getContent());
      }
      operation
          .getResponses()
          .values()
          .forEach(
              response -> {
                if (response.getContent() != null) {
                  describe(response.getContent());
                }
              });
    }

    private void describe(Parameter parameter) {
      if (parameter.getExample() == null && parameter.getSchema() != null) {
        Object value =
            switch (parameter.getName()) {
              case "If-Match" -> "\"3\"";
              case "Idempotency-Key" -> "6f1c2f0e-order-77";
              case "after" -> "1200";
              default -> value(parameter.getName(), parameter.getSchema(), 0);
            };
        parameter.setExample(value);
      }
    }

    private void describe(Content content) {
      content.forEach(
          (type, media) -> {
            if (JSON.equals(type) && media.getExamples() == null && media.getSchema() != null) {
              describe(media);
            }
          });
    }

    /** Of a schema with a name the example stands once, and is referred to. */
    private void describe(MediaType media) {
      Schema<?> schema = media.getSchema();
      if (schema.get$ref() == null) {
        media.setExample(value("", schema, 0));
        return;
      }
      String name = schema.get$ref().substring(REF.length());
      if (api.getComponents().getExamples() == null
          || !api.getComponents().getExamples().containsKey(name)) {
        api.getComponents().addExamples(name, new Example().value(value("", schema, 0)));
      }
      media.addExamples("usual", new Example().$ref(EXAMPLE + name));
    }

    private Object value(String name, Schema<?> schema, int depth) {
      if (schema.get$ref() != null) {
        Schema<?> named =
            api.getComponents().getSchemas().get(schema.get$ref().substring(REF.length()));
        return value(name, named, depth);
      }
      if (schema.getOneOf() != null) {
        boolean maybeNull = schema.getOneOf().stream().anyMatch(ApiExamples::isNull);
        return maybeNull && depth >= DEEPEST - 2
            ? null
            : value(name, schema.getOneOf().get(0), depth);
      }
      if (schema.getEnum() != null && !schema.getEnum().isEmpty()) {
        return schema.getEnum().get(0);
      }
      if (schema.getProperties() != null) {
        return object(schema, depth);
      }
      return switch (type(schema)) {
        case "array" ->
            depth >= DEEPEST ? List.of() : list(value(name, schema.getItems(), depth + 1));
        case "integer" -> name.toLowerCase(Locale.ROOT).endsWith("id") ? 7 : 1;
        case "number" -> 1;
        case "boolean" -> true;
        case "object" -> Map.of();
        default -> text(name, schema.getFormat());
      };
    }

    private static List<Object> list(Object item) {
      List<Object> list = new ArrayList<>();
      list.add(item);
      return list;
    }

    private Map<String, Object> object(Schema<?> schema, int depth) {
      Map<String, Object> object = new LinkedHashMap<>();
      schema
          .getProperties()
          .forEach((name, property) -> object.put(name, value(name, property, depth + 1)));
      return object;
    }
  }

  private static boolean isNull(Schema<?> schema) {
    return schema.getTypes() != null && schema.getTypes().equals(Set.of("null"));
  }

  private static String type(Schema<?> schema) {
    if (schema.getType() != null) {
      return schema.getType();
    }
    return schema.getTypes() == null
        ? "string"
        : schema.getTypes().stream().filter(t -> !"null".equals(t)).findFirst().orElse("string");
  }

  private static String text(String name, String format) {
    if ("date".equals(format)) {
      return "2027-03-15";
    }
    if ("date-time".equals(format)) {
      return "2027-03-15T08:00:00Z";
    }
    if ("time-local".equals(format)) {
      return "14:30";
    }
    if (TEXTS.containsKey(name)) {
      return TEXTS.get(name);
    }
    String lower = name.toLowerCase(Locale.ROOT);
    if (lower.contains("percent") || lower.endsWith("probability") || lower.endsWith("share")) {
      return "12.5";
    }
    if (AMOUNTS.stream().anyMatch(lower::endsWith)) {
      return "1240.00";
    }
    return lower.endsWith("on") || lower.endsWith("day") ? "2027-03-15" : "text";
  }
}
