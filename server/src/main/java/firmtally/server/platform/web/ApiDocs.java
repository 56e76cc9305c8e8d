package firmtally.server.platform.web;

import com.fasterxml.jackson.databind.JavaType;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.customizers.PropertyCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The description of the API at {@code /v3/api-docs}: every field is there, and may be null only
 * where it says so.
 */
@Configuration
class ApiDocs {
  static {
    // In the parts of a query too an id is one value, not an object with a value in it.
    SpringDocUtils.getConfig()
        .addSimpleTypesForParameterObject(Ids.kinds().toArray(Class<?>[]::new));
  }

  @Bean
  OpenAPI description() {
    // Where it happens to run is no part of what it offers.
    return new OpenAPI()
        .servers(List.of(new Server().url("/")))
        .info(
            new Info()
                .title("Firm Tally")
                .version("1")
                .description(
                    "Amounts, prices, quantities and percents are decimal texts. Changing a record wants its version"
                        + " as If-Match; what makes something takes an Idempotency-Key."));
  }

  @Bean
  PropertyCustomizer nullable() {
    return (property, type) -> {
      boolean maybeNull =
          type.getCtxAnnotations() != null
              && Arrays.stream(type.getCtxAnnotations()).anyMatch(MaybeNull.class::isInstance);
      return maybeNull ? orNull(property) : property;
    };
  }

  /** An id is written as its number. */
  @Bean
  ModelConverter ids() {
    return (type, context, chain) -> {
      JavaType java = Json.mapper().constructType(type.getType());
      if (java != null && Id.class.isAssignableFrom(java.getRawClass())) {
        return new IntegerSchema().format("int64");
      }
      return chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
    };
  }

  private static Schema<?> orNull(Schema<?> property) {
    if (property.get$ref() != null) {
      Schema<Object> nothing = new Schema<>();
      nothing.setTypes(Set.of("null"));
      Schema<Object> either = new Schema<>();
      either.setOneOf(List.of(new Schema<>().$ref(property.get$ref()), nothing));
      return either;
    }
    Set<String> types =
        new LinkedHashSet<>(
            property.getTypes() == null ? Set.of(property.getType()) : property.getTypes());
    types.add("null");
    property.setTypes(types);
    if (property.getItems() != null) {
      property.setItems(surely(property.getItems()));
    }
    return property;
  }

  /** A list may be null, what is in it never is; the description would hand the mark down. */
  private static Schema<?> surely(Schema<?> item) {
    if (item.getOneOf() != null) {
      return item.getOneOf().get(0);
    }
    if (item.getTypes() != null) {
      Set<String> types = new LinkedHashSet<>(item.getTypes());
      types.remove("null");
      item.setTypes(types);
    }
    return item;
  }

  /** How much a door takes is said with it. */
  @Bean
  OperationCustomizer limits() {
    return (operation, method) -> {
      BodyLimit limit = method.getMethodAnnotation(BodyLimit.class);
      if (limit != null) {
        String often =
            limit.perMinute() == 0
                ? ""
                : " At most " + limit.perMinute() + " a minute from one address; then 429.";
        String before = operation.getDescription() == null ? "" : operation.getDescription() + " ";
        operation.setDescription(
            before
                + "Takes at most "
                + limit.kib()
                + " KiB, else 413, within "
                + limit.seconds()
                + " seconds, else 408."
                + often);
      }
      return operation;
    };
  }

  @Bean
  OpenApiCustomizer allRequired() {
    return api -> {
      for (Schema<?> schema : api.getComponents().getSchemas().values()) {
        Map<String, ?> properties = schema.getProperties();
        if (properties != null) {
          schema.setRequired(new ArrayList<>(properties.keySet()));
        }
      }
    };
  }
}
