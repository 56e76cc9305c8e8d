package firmtally.server.platform.ids;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.MethodType;
import java.util.List;
import java.util.function.LongFunction;

/** Makes ids of a number, for what reads them without knowing their kind. */
public final class Ids {
  private Ids() {}

  /** Every kind of id. */
  @SuppressWarnings("unchecked")
  public static List<Class<? extends Id>> kinds() {
    return List.of((Class<? extends Id>[]) Id.class.getPermittedSubclasses());
  }

  /** What makes an id of a kind from its number. */
  public static <T extends Id> LongFunction<T> named(Class<T> kind) {
    MethodHandle make;
    try {
      make =
          MethodHandles.publicLookup()
              .findConstructor(kind, MethodType.methodType(void.class, long.class));
    } catch (ReflectiveOperationException e) {
      throw new IllegalStateException("every id is a record of one number", e);
    }
    return number -> made(kind, make, number);
  }

  private static <T extends Id> T made(Class<T> kind, MethodHandle make, long number) {
    try {
      return kind.cast(make.invoke(number));
    } catch (Throwable e) {
      throw new IllegalStateException("no " + kind.getSimpleName() + " of " + number, e);
    }
  }
}
