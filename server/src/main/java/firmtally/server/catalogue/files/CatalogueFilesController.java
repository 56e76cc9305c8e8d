package firmtally.server.catalogue.files;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.web.Download;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where products and price rules are exported. */
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
}
