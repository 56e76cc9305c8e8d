package firmtally.server.platform.apidocs;

import firmtally.server.access.Open;
import firmtally.server.platform.doors.BodyLimit;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.responses.ApiResponse;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.web.method.HandlerMethod;

/** What each door answers when it does not do what was asked, as one who calls it has to know. */
@Configuration
class ApiErrors {
  private static final String PROBLEM = "application/problem+json";
  private static final String SCHEMA = "Problem";

  /** By their status: when it comes, and the title of such an answer. */
  private static final Map<String, String[]> KNOWN =
      new TreeMap<>(
          Map.ofEntries(
              entry("400", "What was sent cannot be read.", "This request cannot be read"),
              entry("401", "Nobody is signed in, or the token has ended.", "Not signed in"),
              entry(
                  "403",
                  "It is not for this user, or the session's token is missing.",
                  "Not allowed"),
              entry("404", "There is no such thing.", "Not found"),
              entry("408", "What was sent did not arrive in time.", "This took too long"),
              entry(
                  "409", "As things stand it cannot be done; the detail says why.", "Not possible"),
              entry(
                  "412",
                  "Somebody changed it meanwhile; the detail says who.",
                  "Changed meanwhile"),
              entry("413", "It is larger than may be sent.", "Too large"),
              entry(
                  "422",
                  "Some entries are not valid: each with its place.",
                  "Some entries are not valid"),
              entry("429", "Too often; Retry-After says when again.", "Too many requests"),
              entry(
                  "500",
                  "Something failed here; nothing was changed, and it was logged.",
                  "Something failed here")));

  private static Map.Entry<String, String[]> entry(String status, String when, String title) {
    return Map.entry(status, new String[] {when, title});
  }

  /** Which of them a door answers. */
  @Bean
  @Order(100)
  OperationCustomizer errors() {
    return (operation, method) -> {
      if (!method.hasMethodAnnotation(Open.class)) {
        refer(operation, "401");
        refer(operation, "403");
      }
      List<Parameter> parameters =
          operation.getParameters() == null ? List.of() : operation.getParameters();
      if (parameters.stream().anyMatch(p -> "path".equals(p.getIn()))) {
        refer(operation, "404");
      }
      if (parameters.stream().anyMatch(p -> "If-Match".equals(p.getName()))) {
        refer(operation, "412");
      }
      if (!parameters.isEmpty() || operation.getRequestBody() != null) {
        refer(operation, "422");
      }
      if (operation.getRequestBody() != null) {
        refer(operation, "400");
      }
      if (!isRead(method)) {
        refer(operation, "409");
      }
      BodyLimit limit = method.getMethodAnnotation(BodyLimit.class);
      if (limit != null) {
        refer(operation, "408");
        refer(operation, "413");
        if (limit.perMinute() > 0) {
          refer(operation, "429");
        }
      }
      refer(operation, "500");
      return operation;
    };
  }

  private static boolean isRead(HandlerMethod method) {
    return method.hasMethodAnnotation(org.springframework.web.bind.annotation.GetMapping.class);
  }

  private static void refer(Operation operation, String status) {
    operation
        .getResponses()
        .addApiResponse(status, new ApiResponse().$ref("#/components/responses/" + status));
  }

  @Bean
  OpenApiCustomizer errorAnswers() {
    return ApiErrors::describe;
  }

  private static void describe(OpenAPI api) {
    Components components = api.getComponents();
    components.addSchemas(SCHEMA, problem());
    KNOWN.forEach(
        (status, words) ->
            components.addResponses(
                status,
                new ApiResponse()
                    .description(words[0])
                    .content(
                        new Content()
                            .addMediaType(
                                PROBLEM,
                                new MediaType()
                                    .schema(new Schema<>().$ref("#/components/schemas/" + SCHEMA))
                                    .example(example(status, words[1]))))));
  }

  private static Schema<?> problem() {
    return new ObjectSchema()
        .description("Why something was not done (RFC 9457).")
        .addProperty("title", new StringSchema())
        .addProperty("status", new IntegerSchema().format("int32"))
        .addProperty("detail", new StringSchema())
        .addProperty("instance", new StringSchema())
        .addProperty(
            "problems",
            new ArraySchema()
                .items(
                    new ObjectSchema()
                        .addProperty("at", new StringSchema())
                        .addProperty("message", new StringSchema())
                        .required(List.of("at", "message"))))
        .required(List.of("title", "status"));
  }

  private static Map<String, Object> example(String status, String title) {
    Map<String, Object> example = new TreeMap<>();
    example.put("title", title);
    example.put("status", Integer.parseInt(status));
    if ("422".equals(status)) {
      example.put("problems", List.of(Map.of("at", "subject", "message", "Required.")));
    }
    return example;
  }
}
