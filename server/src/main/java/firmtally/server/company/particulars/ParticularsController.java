package firmtally.server.company.particulars;

import firmtally.formats.writing.PaperWords;
import firmtally.formats.writing.Writing;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.NotThere;
import firmtally.server.platform.web.Versions;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What stands on the company's papers beside its name. */
@RestController
@RequestMapping("/api/company/particulars")
class ParticularsController {
  private static final BigDecimal SAMPLE = new BigDecimal("1234567.5");
  private static final LocalDate SAMPLE_DAY = LocalDate.of(2027, 3, 1);
  private final ParticularsService particulars;

  ParticularsController(ParticularsService particulars) {
    this.particulars = particulars;
  }

  @GetMapping
  Particulars get(@SignedIn Actor actor) {
    return particulars.get();
  }

  /**
   * How a country writes.
   *
   * @param code of two letters, as ISO 3166 has it; blank for none in particular
   * @param example an amount and a day
   * @param letterPaper whether it prints on US Letter; else on A4
   */
  record CountryWriting(
      String code, String name, String example, String weekFrom, boolean letterPaper) {}

  /** The ways of writing figures and days that a company may take, by the names of countries. */
  @GetMapping("/writings")
  List<CountryWriting> writings(@SignedIn Actor actor) {
    return Writings.ALL;
  }

  /** Worked out when they are first asked for: the data of 250 countries are read for them. */
  private static final class Writings {
    static final List<CountryWriting> ALL =
        Stream.concat(
                Stream.of(writing("")),
                Writing.regions().stream()
                    .map(ParticularsController::writing)
                    .sorted(Comparator.comparing(CountryWriting::name)))
            .toList();
  }

  private static CountryWriting writing(String code) {
    PaperWords words = PaperWords.of("en", Writing.of(code));
    return new CountryWriting(
        code,
        code.isEmpty()
            ? "none in particular"
            : new Locale.Builder().setRegion(code).build().getDisplayCountry(Locale.ENGLISH),
        words.writing().number(SAMPLE, 2) + ", " + words.day(SAMPLE_DAY),
        DayOfWeek.of(words.writing().firstDay()).getDisplayName(TextStyle.FULL, Locale.ENGLISH),
        words.writing().paper() == Writing.PaperSize.LETTER);
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @RequestHeader("If-Match") String version,
      @RequestBody ParticularsService.ParticularsForm typed,
      @SignedIn Actor actor) {
    particulars.change(Versions.of(version), typed, actor);
  }

  /** The picture that stands on papers and customer pages. */
  @Open("It stands on customers' pages; it tells nothing of anybody.")
  @GetMapping("/logo")
  ResponseEntity<byte[]> logo() {
    Particulars now = particulars.get();
    byte[] picture = particulars.logo().orElseThrow(() -> new NotThere("logo", "of the company"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(now.logoType()))
        .cacheControl(CacheControl.noCache())
        .body(picture);
  }

  /** Sets it: a PNG or JPEG of at most 500 kB; an empty body takes it away. */
  @PutMapping(path = "/logo", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @BodyLimit(kib = 500, seconds = 30)
  void setLogo(@RequestBody(required = false) byte[] picture, @SignedIn Actor actor) {
    particulars.setLogo(picture == null ? new byte[0] : picture, actor);
  }
}
