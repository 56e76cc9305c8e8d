package firmtally.server.platform.web;

import firmtally.server.platform.ids.Id;
import firmtally.server.platform.ids.Ids;
import java.util.function.LongFunction;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.core.convert.converter.ConverterFactory;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Reads the ids in paths and queries. */
@Configuration
class IdTexts implements WebMvcConfigurer {
  @Override
  public void addFormatters(FormatterRegistry registry) {
    registry.addConverterFactory(new TextToId());
  }

  private static final class TextToId implements ConverterFactory<String, Id> {
    @Override
    public <T extends Id> Converter<String, T> getConverter(Class<T> type) {
      LongFunction<T> named = Ids.named(type);
      return text -> text.isEmpty() ? null : named.apply(Long.parseLong(text));
    }
  }
}
