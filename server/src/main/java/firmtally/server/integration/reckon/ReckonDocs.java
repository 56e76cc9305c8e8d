package firmtally.server.integration.reckon;

import com.fasterxml.jackson.core.JsonProcessingException;
import firmtally.formats.reckon.Kinds;
import firmtally.formats.reckon.Reckon;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.examples.Example;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.RequestBody;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.responses.ApiResponses;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The door in the API's description, with a question and its answer of each kind. */
@Configuration
class ReckonDocs {
  private static final String JSON = "application/json";

  @Bean
  OpenApiCustomizer reckonExamples() {
    return api -> describe(api.getPaths().get("/api/reckon").getPost());
  }

  private static void describe(Operation door) {
    MediaType questions = new MediaType().schema(question());
    MediaType answers = new MediaType().schema(new ObjectSchema());
    for (String kind : Kinds.all()) {
      String example = Kinds.example(kind);
      questions.addExamples(kind, example(example));
      answers.addExamples(
          kind, example(Reckon.answer(example.getBytes(StandardCharsets.UTF_8)).line()));
    }
    door.summary("Answers a document of the reckoning, as ./tally reckon does")
        .requestBody(
            new RequestBody().required(true).content(new Content().addMediaType(JSON, questions)))
        .responses(
            new ApiResponses()
                .addApiResponse(
                    "200", response("The figures; with workings, how they came about.", answers))
                .addApiResponse(
                    "422",
                    response(
                        "Every problem of the document, with its path.",
                        new MediaType().schema(problems()))));
  }

  private static ApiResponse response(String words, MediaType content) {
    return new ApiResponse().description(words).content(new Content().addMediaType(JSON, content));
  }

  private static Example example(String json) {
    try {
      return new Example().value(Json.mapper().readTree(json));
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private static Schema<?> question() {
    StringSchema format = new StringSchema();
    Kinds.all().forEach(kind -> format.addEnumItem(Kinds.format(kind)));
    return new ObjectSchema()
        .addProperty("format", format)
        .required(List.of("format"))
        .additionalProperties(true);
  }

  private static Schema<?> problems() {
    return new ObjectSchema()
        .addProperty(
            "problems",
            new ArraySchema()
                .items(
                    new ObjectSchema()
                        .addProperty("at", new StringSchema())
                        .addProperty("message", new StringSchema())
                        .required(List.of("at", "message"))))
        .required(List.of("problems"));
  }
}
