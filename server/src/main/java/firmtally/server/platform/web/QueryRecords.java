package firmtally.server.platform.web;

import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import java.lang.reflect.Constructor;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.LongFunction;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Reads a record from the parameters of a query: texts, and ids, of which a blank one is none. What
 * there is to know of the record is found out once; the usual way of binding asks its constructor's
 * annotations anew at each request, which took more time than the database did.
 */
@Configuration
class QueryRecords implements WebMvcConfigurer, HandlerMethodArgumentResolver {
  private static final int MOST_DIGITS = 18;
  private final Map<Class<?>, Shape> shapes = new ConcurrentHashMap<>();

  /** A component, and how it is made of a text. */
  private record Part(String name, Function<String, Object> read) {}

  private record Shape(Constructor<?> constructor, List<Part> parts) {}

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(this);
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType().isRecord()
        && parameter.hasParameterAnnotation(ParameterObject.class);
  }

  @Override
  public Object resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest request,
      WebDataBinderFactory binders)
      throws ReflectiveOperationException {
    Shape shape = shapes.computeIfAbsent(parameter.getParameterType(), QueryRecords::shape);
    Object[] values =
        shape.parts().stream()
            .map(
                part -> {
                  String text = request.getParameter(part.name());
                  return text == null ? null : part.read().apply(text);
                })
            .toArray();
    return shape.constructor().newInstance(values);
  }

  private static Shape shape(Class<?> type) {
    RecordComponent[] components = type.getRecordComponents();
    try {
      Constructor<?> constructor =
          type.getDeclaredConstructor(
              Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new));
      // A record of a controller's own may be private to its package.
      constructor.trySetAccessible();
      return new Shape(constructor, Arrays.stream(components).map(QueryRecords::part).toList());
    } catch (NoSuchMethodException e) {
      throw new IllegalStateException("a record has a constructor of its components", e);
    }
  }

  private static Part part(RecordComponent component) {
    if (Id.class.isAssignableFrom(component.getType())) {
      LongFunction<? extends Id> named = Ids.named(component.getType().asSubclass(Id.class));
      return new Part(component.getName(), text -> id(component.getName(), text, named));
    }
    if (component.getType() != String.class) {
      throw new IllegalStateException(component + " is neither a text nor an id");
    }
    return new Part(component.getName(), text -> text);
  }

  private static Id id(String name, String text, LongFunction<? extends Id> named) {
    if (text.isBlank()) {
      return null;
    }
    if (!text.matches("[0-9]{1," + MOST_DIGITS + "}")) {
      throw BadInput.at(name, "This is not a valid id.");
    }
    return named.apply(Long.parseLong(text));
  }
}
