package firmtally.formats.contact;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** A text as a QR code (ISO/IEC 18004). */
public final class QrCode {
  private static final int QUIET_ZONE = 4;

  private QrCode() {}

  /**
   * A picture of it in SVG, dark on light with the margin that readers want.
   *
   * @param text at most what a code holds, some 2,900 bytes
   * @throws IllegalArgumentException where it does not fit
   */
  public static byte[] svg(String text) {
    BitMatrix dots;
    try {
      dots =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.CHARACTER_SET,
                      StandardCharsets.UTF_8.name(),
                      EncodeHintType.MARGIN,
                      QUIET_ZONE));
    } catch (WriterException e) {
      throw new IllegalArgumentException("this does not fit into a QR code", e);
    }
    int size = dots.getWidth();
    StringBuilder path = new StringBuilder();
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        if (dots.get(x, y)) {
          path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
        }
      }
    }
    String svg =
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 %d %d\" shape-rendering=\"crispEdges\">"
            + "<rect width=\"%d\" height=\"%d\" fill=\"#fff\"/><path d=\"%s\" fill=\"#000\"/></svg>";
    return svg.formatted(size, size, size, size, path).getBytes(StandardCharsets.UTF_8);
  }
}
