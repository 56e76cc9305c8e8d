package firmtally.server.platform.web;

import firmtally.server.platform.database.Snapshots;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Everything that is read for one page is read from one snapshot. */
@Configuration
class PageSnapshots implements WebMvcConfigurer, HandlerInterceptor {
  private final Snapshots snapshots;

  PageSnapshots(Snapshots snapshots) {
    this.snapshots = snapshots;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(this).addPathPatterns("/api/**").excludePathPatterns("/api/events");
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    if ("GET".equals(request.getMethod())) {
      snapshots.begin();
    }
    return true;
  }

  @Override
  public void afterCompletion(
      HttpServletRequest request, HttpServletResponse response, Object handler, Exception e) {
    snapshots.end();
  }
}
