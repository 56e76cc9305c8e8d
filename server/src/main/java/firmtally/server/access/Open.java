package firmtally.server.access;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A door that does not ask who comes. Every other door takes the {@link Actor}; a test holds it.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Open {
  /** Why nothing is to be hidden here. */
  String value();
}
