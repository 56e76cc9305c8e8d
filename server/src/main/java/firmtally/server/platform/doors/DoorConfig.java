package firmtally.server.platform.doors;

import jakarta.servlet.DispatcherType;
import java.util.EnumSet;
import org.apache.catalina.core.StandardHost;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;

@Configuration
class DoorConfig {
  /** Before all others: what they look at has arrived. */
  @Bean
  FilterRegistrationBean<BodyGate> bodyGate(Doors doors) {
    FilterRegistrationBean<BodyGate> gate = new FilterRegistrationBean<>(new BodyGate(doors));
    gate.setOrder(Ordered.HIGHEST_PRECEDENCE);
    gate.setDispatcherTypes(EnumSet.of(DispatcherType.REQUEST, DispatcherType.ASYNC, DispatcherType.ERROR));
    gate.setAsyncSupported(true);
    return gate;
  }

  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> container() {
    return factory -> {
      factory.addContextValves(new Unread());
      factory.addContextCustomizers(
          context ->
              ((StandardHost) context.getParent())
                  .setErrorReportValveClass(OwnErrorPage.class.getName()));
    };
  }
}
