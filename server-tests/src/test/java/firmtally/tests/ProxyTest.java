package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.springframework.http.HttpMethod;

/** Behind a proxy with TLS: who asks is the client, and cookies are for TLS alone. */
class ProxyTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();

  private static final Map<String, String> TYPED =
      Map.of("login", "mara", "password", "tally-demo");

  @Test
  void cookiesAreSecureBehindTlsAndPlainWithoutIt() {
    Map<String, String> tls =
        Map.of("X-Forwarded-Proto", "https", "X-Forwarded-For", "203.0.113.7");
    Guest.Answer behind = new Guest(HOUSE).send(HttpMethod.POST, "/api/session", TYPED, tls);
    assertThat(behind.is(200).headers().get("set-cookie")).contains("Secure");
    assertThat(behind.headers().get("strict-transport-security")).contains("max-age=");
    Guest.Answer plain = new Guest(HOUSE).post("/api/session", TYPED);
    assertThat(plain.is(200).headers().get("set-cookie")).doesNotContain("Secure");
    assertThat(plain.headers()).doesNotContainKey("strict-transport-security");
  }

  @Test
  void linksNeverNameTheHostThatARequestNames() {
    Guest rep = Guest.signedIn(HOUSE, "nils");
    Map<String, String> elsewhere =
        Map.of("X-Forwarded-Host", "evil.example", "Forwarded", "host=evil.example");
    String link =
        rep.send(HttpMethod.GET, "/api/calendar/link", null, elsewhere).is(200).text("/url");
    assertThat(link).startsWith(HOUSE.address() + "/api/calendar/");
  }

  @Test
  void theWebFormIsThrottledForEachClientApart() {
    Guest proxy = new Guest(HOUSE);
    assertThat(send(proxy, "198.51.100.1", 60)).as("somebody who floods").isEqualTo(429);
    assertThat(send(proxy, "198.51.100.2", 1)).as("somebody else").isEqualTo(202);
  }

  /** Sends until it is refused for being too many, and gives the last answer. */
  private static int send(Guest proxy, String client, int most) {
    int status = 0;
    for (int i = 0; i < most && status != 429; i++) {
      Map<String, String> form =
          Map.of("name", "Proxy Farm", "subject", "A scale", "email", "p" + i + "@proxy.example");
      Map<String, String> header = Map.of("X-Forwarded-For", client);
      Guest.Answer answer = proxy.send(HttpMethod.POST, "/api/web-form", form, header);
      status = answer.status();
    }
    return status;
  }
}
