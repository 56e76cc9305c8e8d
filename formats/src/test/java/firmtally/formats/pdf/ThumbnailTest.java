package firmtally.formats.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Base64;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class ThumbnailTest {
  private static byte[] picture(int width, int height) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "jpg", out);
    return out.toByteArray();
  }

  private static BufferedImage small(int width, int height) throws IOException {
    String uri = Thumbnail.uri(picture(width, height)).orElseThrow();
    String bytes = uri.substring("data:image/png;base64,".length());
    return ImageIO.read(new ByteArrayInputStream(Base64.getDecoder().decode(bytes)));
  }

  @Test
  void isAsSmallAsThePaperShowsItAndKeepsItsShape() throws IOException {
    assertThat(small(1600, 800).getWidth()).isEqualTo(200);
    assertThat(small(1600, 800).getHeight()).isEqualTo(100);
    assertThat(small(3, 3000).getWidth()).isEqualTo(1);
    assertThat(small(40, 20).getWidth()).as("never larger than it was").isEqualTo(40);
  }

  @Test
  void isNoneOfWhatIsNoPicture() {
    assertThat(Thumbnail.uri(new byte[] {1, 2, 3})).isEmpty();
  }

  @Test
  void isNoneOfADamagedPictureNorOfOneThatWouldFillTheMemory() throws IOException {
    byte[] whole = picture(300, 300);
    assertThat(Thumbnail.uri(whole)).isPresent();
    assertThat(Thumbnail.uri(Arrays.copyOf(whole, 40))).isEmpty();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(8000, 6000, BufferedImage.TYPE_BYTE_BINARY), "png", out);
    assertThat(out.size()).isLessThan(100_000);
    assertThat(Thumbnail.uri(out.toByteArray())).isEmpty();
  }
}
