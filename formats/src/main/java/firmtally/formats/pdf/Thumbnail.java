package firmtally.formats.pdf;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.Optional;
import javax.imageio.ImageIO;

/** A picture as small as a paper shows it, so that hundreds of large ones fit into an email. */
public final class Thumbnail {
  /** Twice what 13 mm hold at 200 dots per inch. */
  private static final int LARGEST = 200;

  private Thumbnail() {}

  /**
   * A PNG or JPEG as a data URI of a PNG, at most 200 pixels wide and high; empty for no picture.
   */
  public static Optional<String> uri(byte[] picture) {
    try {
      BufferedImage large = ImageIO.read(new ByteArrayInputStream(picture));
      if (large == null) {
        return Optional.empty();
      }
      double scale = Math.min(1, (double) LARGEST / Math.max(large.getWidth(), large.getHeight()));
      int width = Math.max(1, (int) Math.round(large.getWidth() * scale));
      int height = Math.max(1, (int) Math.round(large.getHeight() * scale));
      BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
      Graphics2D draw = small.createGraphics();
      draw.setRenderingHint(
          RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
      draw.drawImage(large, 0, 0, width, height, null);
      draw.dispose();
      ByteArrayOutputStream png = new ByteArrayOutputStream();
      ImageIO.write(small, "png", png);
      return Optional.of(
          "data:image/png;base64," + Base64.getEncoder().encodeToString(png.toByteArray()));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
