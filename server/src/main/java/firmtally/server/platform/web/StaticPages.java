package firmtally.server.platform.web;

import java.io.IOException;
import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.PathResourceResolver;

/**
 * Serves the front end: files that never change are kept by the browser, any other path is the one
 * page.
 */
@Configuration
class StaticPages implements WebMvcConfigurer {
  private static final String ROOT = "classpath:/static/";

  @Override
  public void addResourceHandlers(ResourceHandlerRegistry registry) {
    registry
        .addResourceHandler("/_app/immutable/**")
        .addResourceLocations(ROOT + "_app/immutable/")
        .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
    registry
        .addResourceHandler("/**")
        .addResourceLocations(ROOT)
        .setCacheControl(CacheControl.noCache())
        .resourceChain(true)
        .addResolver(
            new PathResourceResolver() {
              @Override
              protected Resource getResource(String path, Resource location) throws IOException {
                Resource found = super.getResource(path, location);
                boolean isPage =
                    !path.startsWith("api/")
                        && !path.startsWith("v3/")
                        && !path.startsWith("_app/");
                return found == null && isPage ? new ClassPathResource("static/index.html") : found;
              }
            });
  }
}
