package firmtally.formats.pdf;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** A picture as small as a paper shows it, so that hundreds of large ones fit into an email. */
public final class Thumbnail {
  /** Twice what 13 mm hold at 200 dots per inch. */
  private static final int LARGEST = 200;

  private static final long MOST_PIXELS = 40_000_000;

  private Thumbnail() {}

  /**
   * A PNG or JPEG as a data URI of a PNG, at most 200 pixels wide and high; empty for no picture,
   * for one that cannot be read, and for one of more than 40 million pixels.
   */
  public static Optional<String> uri(byte[] picture) {
    try {
      BufferedImage large = read(picture);
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
    } catch (IOException | RuntimeException e) {
      // Readers of damaged pictures throw what they like.
      return Optional.empty();
    }
  }

  /** How large it is, is looked at first: a small file can hold a picture that fills the memory. */
  private static BufferedImage read(byte[] picture) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(picture))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        return null;
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in);
        boolean isTooLarge = (long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS;
        return isTooLarge ? null : reader.read(0);
      } finally {
        reader.dispose();
      }
    }
  }
}
