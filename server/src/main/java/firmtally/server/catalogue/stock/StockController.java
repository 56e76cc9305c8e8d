package firmtally.server.catalogue.stock;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.NotThere;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Stock, and the feed that brings it. */
@RestController
@RequestMapping("/api")
class StockController {
  private static final int LARGEST_KIB = 2_048;
  private static final int OFTEN = 30;
  private final StockService stock;
  private final StockFeed feed;
  private final String token;

  /**
   * @param token that a stock system sends its feed with; without one that door stays shut
   */
  StockController(
      StockService stock, StockFeed feed, @Value("${tally.stock-token:}") String token) {
    this.stock = stock;
    this.feed = feed;
    this.token = token;
  }

  record Arrived(int lines) {}

  @Open("Stock is read by whoever is signed in.")
  @GetMapping("/stock/{code}")
  StockService.StockView view(@PathVariable String code) {
    return stock.view(code);
  }

  /** Takes a file of the stock feed: kind, product, quantity, day, reference. */
  @PostMapping(path = "/stock", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = LARGEST_KIB, seconds = 30)
  StockService.FeedResult take(@RequestBody(required = false) byte[] file, @SignedIn Actor actor) {
    actor.checkManages();
    return feed.take(file == null ? new byte[0] : file, actor);
  }

  /** The stand-in's button: what is on its way comes in. */
  @PostMapping("/stock/stand-in")
  Arrived arrive(@SignedIn Actor actor) {
    return new Arrived(stock.arriveNext(actor));
  }

  /** The door for a stock system: it needs the token that the company was started with. */
  @Open("A stock system has no session; it sends the token of the settings.")
  @PostMapping(path = "/stock-feed", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = LARGEST_KIB, seconds = 30, perMinute = OFTEN)
  StockService.FeedResult push(
      @RequestHeader(name = "X-Stock-Token", defaultValue = "") String given,
      @RequestBody(required = false) byte[] file) {
    boolean isRight =
        !token.isBlank()
            && MessageDigest.isEqual(
                token.getBytes(StandardCharsets.UTF_8), given.getBytes(StandardCharsets.UTF_8));
    if (!isRight) {
      throw new NotThere("stock feed", "this token");
    }
    return feed.take(file == null ? new byte[0] : file, Actor.SYSTEM);
  }
}
