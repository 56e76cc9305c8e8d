package firmtally.server.catalogue.files;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.web.Download;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where products and price rules go out and come in as files. */
@RestController
@RequestMapping("/api/catalogue")
class CatalogueFilesController {
  private final CatalogueFiles files;

  CatalogueFilesController(CatalogueFiles files) {
    this.files = files;
  }

  @GetMapping("/products.csv")
  ResponseEntity<byte[]> productsCsv(@SignedIn Actor actor) {
    actor.checkSeesCosts();
    return Download.of(files.products(false), "products.csv", Download.CSV);
  }

  @GetMapping("/products.xlsx")
  ResponseEntity<byte[]> productsXlsx(@SignedIn Actor actor) {
    actor.checkSeesCosts();
    return Download.of(files.products(true), "products.xlsx", Download.XLSX);
  }

  @Open("Price rules are read by whoever is signed in.")
  @GetMapping("/rules.csv")
  ResponseEntity<byte[]> rulesCsv() {
    return Download.of(files.rules(false), "price-rules.csv", Download.CSV);
  }

  @Open("Price rules are read by whoever is signed in.")
  @GetMapping("/rules.xlsx")
  ResponseEntity<byte[]> rulesXlsx() {
    return Download.of(files.rules(true), "price-rules.xlsx", Download.XLSX);
  }

  /** Tries a file of products, or puts it in: all of it, or nothing when a row is wrong. */
  @PostMapping(path = "/products", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  CatalogueFiles.CatalogueFileView products(
      @RequestBody(required = false) byte[] file,
      @RequestParam(defaultValue = "false") boolean take,
      @SignedIn Actor actor) {
    return take ? files.takeProducts(file, actor) : files.tryProducts(file, actor);
  }

  /** Tries a file of price rules, or puts it in. */
  @PostMapping(path = "/rules", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @BodyLimit(kib = FileService.LARGEST_KIB, seconds = 120)
  CatalogueFiles.CatalogueFileView rules(
      @RequestBody(required = false) byte[] file,
      @RequestParam(defaultValue = "false") boolean take,
      @SignedIn Actor actor) {
    return take ? files.takeRules(file, actor) : files.tryRules(file, actor);
  }
}
