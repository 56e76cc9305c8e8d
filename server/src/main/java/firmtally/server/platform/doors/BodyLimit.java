package firmtally.server.platform.doors;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** How large a message to a door may be, and how long it may take to arrive. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface BodyLimit {
  /** The most, in KiB. */
  int kib();

  /** Within how many seconds it must have arrived. */
  int seconds();

  /** How often in a minute one address may send one; 0 for as often as it likes. */
  int perMinute() default 0;
}
