package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import firmtally.server.platform.ids.Id;
import io.swagger.v3.parser.OpenAPIV3Parser;
import io.swagger.v3.parser.core.models.ParseOptions;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.core.ResolvableType;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** The description of the doors is judged by a parser and a validator that nobody here wrote. */
class ApiDocsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final Set<String> METHODS = Set.of("get", "post", "put", "delete", "patch");

  private static String docs() {
    return Guest.signedIn(HOUSE, "mara").get("/v3/api-docs").is(200).words();
  }

  @Test
  void aParserOfOthersFindsNothingToSay() {
    ParseOptions options = new ParseOptions();
    options.setResolve(true);
    var read = new OpenAPIV3Parser().readContents(docs(), null, options);
    assertThat(read.getMessages()).isEmpty();
    assertThat(read.getOpenAPI().getPaths()).hasSizeGreaterThan(300);
    String broken = docs().replace("\"in\":\"path\"", "\"in\":\"nowhere\"");
    assertThat(new OpenAPIV3Parser().readContents(broken, null, options).getMessages())
        .isNotEmpty();
  }

  @Test
  void everyOperationHasANameAnExampleAndItsErrors() throws Exception {
    JsonNode docs = new ObjectMapper().readTree(docs());
    List<String> ids = new ArrayList<>();
    List<String> without = new ArrayList<>();
    docs.path("paths")
        .properties()
        .forEach(
            path ->
                path.getValue()
                    .properties()
                    .forEach(
                        one -> {
                          if (METHODS.contains(one.getKey())) {
                            String name = one.getKey() + " " + path.getKey();
                            JsonNode operation = one.getValue();
                            ids.add(operation.path("operationId").asText());
                            if (!operation.toString().contains("\"example")
                                && operation
                                    .at("/responses/200/content/application~1json")
                                    .isObject()) {
                              without.add(name + " has no example");
                            }
                            boolean hasErrors =
                                operation.path("responses").properties().stream()
                                    .anyMatch(r -> r.getKey().matches("[45]..|default"));
                            if (!hasErrors) {
                              without.add(name + " has no errors");
                            }
                            if (operation.path("summary").asText().isEmpty()) {
                              without.add(name + " has no summary");
                            }
                          }
                        }));
    assertThat(ids).doesNotHaveDuplicates();
    assertThat(without).isEmpty();
  }

  /** Of two views of one name the description tells one: they have to look the same. */
  @Test
  void viewsOfOneNameLookTheSame() {
    Map<String, Map<String, Set<String>>> byName = new TreeMap<>();
    HOUSE
        .part("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
        .getHandlerMethods()
        .values()
        .forEach(
            door -> {
              gather(ResolvableType.forMethodReturnType(door.getMethod()), byName);
              for (int i = 0; i < door.getMethod().getParameterCount(); i++) {
                if (door.getMethodParameters()[i].hasParameterAnnotation(RequestBody.class)) {
                  gather(ResolvableType.forMethodParameter(door.getMethod(), i), byName);
                }
              }
            });
    assertThat(byName).hasSizeGreaterThan(300);
    byName.values().removeIf(looks -> looks.size() < 2);
    assertThat(byName).isEmpty();
  }

  private static void gather(ResolvableType type, Map<String, Map<String, Set<String>>> byName) {
    for (ResolvableType part : type.getGenerics()) {
      gather(part, byName);
    }
    Class<?> of = type.resolve();
    if (of == null || !of.isRecord() || Id.class.isAssignableFrom(of) || type.hasGenerics()) {
      return;
    }
    if (byName
        .computeIfAbsent(of.getSimpleName(), name -> new TreeMap<>())
        .computeIfAbsent(look(of), look -> new TreeSet<>())
        .add(of.getName())) {
      for (RecordComponent component : of.getRecordComponents()) {
        // What is unwrapped is told with what it stands in, and has no name there.
        ResolvableType inner = ResolvableType.forMethodReturnType(component.getAccessor());
        if (!component.getAccessor().isAnnotationPresent(JsonUnwrapped.class)) {
          gather(inner, byName);
        }
      }
    }
  }

  /** Its fields by name and type, as JSON has them: an id is its number. */
  private static String look(Class<?> view) {
    return Arrays.stream(view.getRecordComponents())
        .map(
            c ->
                c.getName()
                    + " "
                    + (Id.class.isAssignableFrom(c.getType()) ? "id" : c.getType().getSimpleName()))
        .sorted()
        .collect(Collectors.joining(", "));
  }

  @Test
  void everyExampleFitsItsSchema() throws Exception {
    ObjectMapper json = new ObjectMapper();
    JsonNode docs = json.readTree(docs());
    JsonSchemaFactory factory = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012);
    List<String> wrong = new ArrayList<>();
    docs.at("/components/examples")
        .properties()
        .forEach(
            example -> {
              ObjectNode schema = json.createObjectNode();
              schema.put("$ref", "#/components/schemas/" + example.getKey());
              schema.set("components", docs.path("components"));
              JsonSchema judge = factory.getSchema(schema);
              String faults =
                  judge.validate(example.getValue().path("value")).stream()
                      .map(Object::toString)
                      .collect(Collectors.joining(", "));
              if (!faults.isEmpty()) {
                wrong.add(example.getKey() + ": " + faults);
              }
            });
    assertThat(wrong).isEmpty();
    assertThat(docs.at("/components/examples").size()).isGreaterThan(200);
  }
}
