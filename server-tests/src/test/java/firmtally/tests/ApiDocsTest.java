package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import io.swagger.v3.parser.OpenAPIV3Parser;
import io.swagger.v3.parser.core.models.ParseOptions;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

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
