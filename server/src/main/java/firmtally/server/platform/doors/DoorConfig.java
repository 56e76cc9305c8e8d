package firmtally.server.platform.doors;

import firmtally.server.platform.TallySettings;
import jakarta.servlet.DispatcherType;
import java.util.EnumSet;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.RemoteIpValve;
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
    gate.setDispatcherTypes(EnumSet.allOf(DispatcherType.class));
    gate.setAsyncSupported(true);
    return gate;
  }

  /** Takes from named proxies who asks, and whether it came over TLS. */
  private static RemoteIpValve believed(List<String> proxies) {
    RemoteIpValve valve = new RemoteIpValve();
    valve.setInternalProxies(proxies.stream().map(Pattern::quote).collect(Collectors.joining("|")));
    valve.setTrustedProxies(null);
    valve.setRemoteIpHeader("X-Forwarded-For");
    valve.setProtocolHeader("X-Forwarded-Proto");
    return valve;
  }

  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> container(TallySettings settings) {
    return factory -> {
      if (!settings.proxies().isEmpty()) {
        factory.addEngineValves(believed(settings.proxies()));
      }
      factory.addContextValves(new Unread());
      factory.addContextCustomizers(
          context ->
              ((StandardHost) context.getParent())
                  .setErrorReportValveClass(OwnErrorPage.class.getName()));
    };
  }
}
