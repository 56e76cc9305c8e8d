package firmtally.tests;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.platform.backup.Backup;
import firmtally.server.platform.backup.DatabaseFile;
import firmtally.server.platform.backup.Restore;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;

/** A backup is made while several people write, and what it says of itself is what comes back. */
class BackupUnderLoadTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int PEOPLE = 4;
  private static final int BEFORE = 12;
  @TempDir Path folder;

  private static void write(AtomicBoolean goesOn, AtomicInteger answered, int n) {
    Guest guest = Guest.signedIn(HOUSE, List.of("mara", "edda", "tom", "helen").get(n));
    for (int i = 0; goesOn.get(); i++) {
      guest
          .post(
              "/api/enquiries",
              EnquiryTest.enquiry("Under load " + n + "-" + i, "555 9" + n + i, ""))
          .is(200);
      answered.incrementAndGet();
    }
  }

  @Test
  void everythingThatWasAnsweredBeforeIsInItAndNothingIsHalf() throws Exception {
    ExecutorService people = Executors.newFixedThreadPool(PEOPLE);
    AtomicBoolean goesOn = new AtomicBoolean(true);
    AtomicInteger answered = new AtomicInteger();
    List<Future<?>> all = new ArrayList<>();
    for (int n = 0; n < PEOPLE; n++) {
      int person = n;
      all.add(people.submit(() -> write(goesOn, answered, person)));
    }
    while (answered.get() < BEFORE) {
      Thread.sleep(20);
    }
    int before = answered.get();
    DatabaseFile made =
        Backup.make(
            HOUSE.data(),
            folder.resolve("backups"),
            Backup.Keep.USUAL,
            Instant.parse("2027-03-15T09:00:00Z"));
    int after = answered.get();
    goesOn.set(false);
    for (Future<?> one : all) {
      one.get();
    }
    people.shutdown();
    assertThat(after).as("they went on meanwhile").isGreaterThanOrEqualTo(before);
    Path data = folder.resolve("data");
    Restore.put(made.file(), data, Integer.parseInt(made.schema()), false, Instant.EPOCH);
    House restored = House.on(data);
    restored.beforeAll(null);
    try {
      long kept = restored.count("SELECT COUNT(*) FROM enquiry WHERE name LIKE 'Under load %'");
      // One that was being answered as the copy was taken may be in it as well.
      assertThat(kept).isBetween((long) before, (long) answered.get());
      assertThat(
              restored.count(
                  "SELECT COUNT(*) FROM enquiry e WHERE name LIKE 'Under load %' AND NOT EXISTS (SELECT 1 FROM change_log c"
                      + " WHERE c.record = 'enquiry' AND c.record_id = e.id)"))
          .as("each with its entry in the log")
          .isZero();
      Guest.signedIn(restored, "mara").get("/api/day-sheet").is(200);
    } finally {
      restored.close();
    }
  }
}
