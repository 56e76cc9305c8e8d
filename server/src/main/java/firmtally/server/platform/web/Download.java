package firmtally.server.platform.web;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Files on their way out, always to be saved: nothing of them is run or shown in our pages. */
public final class Download {
  /** The type of workbooks. */
  public static final String XLSX =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

  /** The type of comma-separated values. */
  public static final String CSV = "text/csv";

  private Download() {}

  /** A PDF to be looked at in the browser. */
  public static ResponseEntity<byte[]> pdf(String name, byte[] bytes) {
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + name + ".pdf\"")
        .body(bytes);
  }

  /** A file with its name and type. */
  public static ResponseEntity<byte[]> of(byte[] bytes, String name, String type) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header("X-Content-Type-Options", "nosniff")
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString())
        .body(bytes);
  }
}
