package firmtally.server.platform.database;

import firmtally.server.platform.TallySettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/** The folder of the database, held by one running application at a time. */
@Component
public class DataFolder implements DisposableBean {
  private final Path data;
  private FileChannel channel;
  private FileLock lock;

  @Autowired
  public DataFolder(TallySettings settings) {
    this(settings.data());
  }

  DataFolder(Path data) {
    this.data = data;
  }

  /** Another application works on the same data. */
  public static final class InUse extends CannotStart {
    InUse(Path data) {
      super(
          "Another Firm Tally is running on the data in "
              + data
              + ". Stop it, or start this one with --data.");
    }
  }

  /**
   * Holds the folder until this application ends. The operating system lets it go however that is.
   *
   * @throws InUse when another application holds it
   */
  void lock() throws IOException {
    channel =
        FileChannel.open(
            data.resolve("in-use"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    try {
      lock = channel.tryLock();
    } catch (OverlappingFileLockException sameProcess) {
      lock = null;
    }
    if (lock == null) {
      channel.close();
      throw new InUse(data);
    }
  }

  /** Lets the folder go, where it is held. */
  void letGo() {
    try {
      if (lock != null) {
        lock.release();
        channel.close();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public void destroy() {
    letGo();
  }
}
