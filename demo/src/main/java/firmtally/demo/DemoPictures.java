package firmtally.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.function.Consumer;
import javax.imageio.ImageIO;

/** Line drawings of what Harrow &amp; Plumb sell, one for each family, drawn here. */
final class DemoPictures {
  private static final int WIDTH = 480;
  private static final int HEIGHT = 320;
  private static final int FLOOR = 262;
  private static final Color PAPER = new Color(0xFFFDF8);
  private static final Color INK = new Color(0x1F2A2E);
  private static final Color BRASS = new Color(0x8A5F12);
  private static final Map<String, Consumer<Graphics2D>> DRAWINGS =
      Map.ofEntries(
          Map.entry("bench", DemoPictures::bench),
          Map.entry("floor", DemoPictures::floor),
          Map.entry("crane", DemoPictures::crane),
          Map.entry("hopper", DemoPictures::hopper),
          Map.entry("weighbridge", DemoPictures::bridge),
          Map.entry("load-cell", DemoPictures::cell),
          Map.entry("indicator", DemoPictures::indicator),
          Map.entry("printer", DemoPictures::printer),
          Map.entry("test-weight", DemoPictures::weight));

  private DemoPictures() {}

  /** A PNG of what a family is; a beam on its post where there is nothing to draw. */
  static byte[] of(String family) {
    BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(PAPER);
    g.fillRect(0, 0, WIDTH, HEIGHT);
    g.setColor(INK);
    g.setStroke(new BasicStroke(4f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    DRAWINGS.getOrDefault(family, DemoPictures::beam).accept(g);
    g.setColor(BRASS);
    g.drawLine(60, FLOOR, WIDTH - 60, FLOOR);
    g.dispose();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, "png", bytes);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static void bench(Graphics2D g) {
    g.drawRoundRect(110, 176, 260, 26, 8, 8);
    g.drawRoundRect(140, 202, 200, 44, 8, 8);
    g.drawRect(190, 212, 100, 22);
    g.drawLine(150, 246, 150, FLOOR);
    g.drawLine(330, 246, 330, FLOOR);
  }

  private static void floor(Graphics2D g) {
    g.drawRoundRect(80, 226, 320, 26, 6, 6);
    g.drawLine(370, 226, 370, 100);
    g.drawRoundRect(330, 62, 84, 44, 8, 8);
    g.drawLine(110, 252, 110, FLOOR);
    g.drawLine(370, 252, 370, FLOOR);
  }

  private static void crane(Graphics2D g) {
    g.drawLine(240, 20, 240, 66);
    g.drawRoundRect(180, 66, 120, 84, 14, 14);
    g.drawRect(200, 86, 80, 32);
    g.drawLine(240, 150, 240, 182);
    g.drawArc(214, 182, 52, 52, 130, 260);
  }

  private static void hopper(Graphics2D g) {
    g.drawPolygon(new int[] {140, 340, 270, 210}, new int[] {50, 50, 190, 190}, 4);
    g.drawLine(160, 92, 120, 92);
    g.drawLine(320, 92, 360, 92);
    g.drawLine(120, 92, 120, FLOOR);
    g.drawLine(360, 92, 360, FLOOR);
    g.drawRect(228, 190, 24, 26);
  }

  private static void bridge(Graphics2D g) {
    g.drawRect(50, 216, 380, 20);
    for (int x = 80; x <= 400; x += 80) {
      g.drawLine(x, 236, x, FLOOR);
    }
    g.drawRoundRect(130, 120, 190, 72, 8, 8);
    g.drawRoundRect(320, 146, 52, 46, 8, 8);
    g.drawOval(150, 186, 30, 30);
    g.drawOval(256, 186, 30, 30);
    g.drawOval(330, 186, 30, 30);
  }

  private static void cell(Graphics2D g) {
    g.drawRoundRect(120, 176, 240, 52, 10, 10);
    g.drawOval(206, 188, 28, 28);
    g.drawOval(246, 188, 28, 28);
    g.drawLine(360, 202, 420, 236);
    g.drawLine(140, 228, 140, FLOOR);
  }

  private static void indicator(Graphics2D g) {
    g.drawRoundRect(120, 100, 240, 130, 16, 16);
    g.drawRect(146, 122, 188, 44);
    for (int x = 156; x <= 316; x += 40) {
      g.drawOval(x, 186, 20, 20);
    }
    g.drawLine(240, 230, 240, FLOOR);
  }

  private static void printer(Graphics2D g) {
    g.drawRoundRect(130, 140, 220, 110, 14, 14);
    g.drawRect(176, 60, 128, 80);
    g.drawLine(192, 84, 288, 84);
    g.drawLine(192, 104, 264, 104);
    g.drawOval(316, 166, 16, 16);
  }

  private static void weight(Graphics2D g) {
    g.drawPolygon(new int[] {180, 300, 322, 158}, new int[] {150, 150, FLOOR, FLOOR}, 4);
    g.drawRoundRect(214, 118, 52, 32, 12, 12);
    g.drawArc(206, 70, 68, 68, 0, 360);
  }

  private static void beam(Graphics2D g) {
    g.drawLine(240, 110, 240, FLOOR);
    g.drawLine(110, 124, 370, 96);
    g.drawArc(70, 124, 80, 60, 180, 180);
    g.drawArc(330, 96, 80, 60, 180, 180);
  }
}
