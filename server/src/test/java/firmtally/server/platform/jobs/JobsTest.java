package firmtally.server.platform.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.mockito.InOrder;

class JobsTest {
  @Test
  void oneThatFailsDoesNotStopTheOthersAndIsTriedAgain() {
    LocalDate today = LocalDate.of(2027, 3, 15);
    DueWork bad = mock(DueWork.class);
    DueWork good = mock(DueWork.class);
    when(bad.job()).thenReturn("bad");
    when(good.job()).thenReturn("good");
    doThrow(new IllegalStateException("today of all days")).when(bad).run(today);
    Jobs jobs = new Jobs(null, Clock.systemUTC());
    jobs.run(List.of(bad, good), today);
    jobs.run(List.of(bad, good), today);
    assertThat(jobs.runs()).extracting(Jobs.JobRun::job).containsExactly("bad", "good");
    assertThat(jobs.runs())
        .extracting(Jobs.JobRun::failure)
        .containsExactly(Optional.of("today of all days"), Optional.empty());
    InOrder order = inOrder(bad, good);
    order.verify(bad).run(today);
    order.verify(good).run(today);
    order.verify(bad).run(today);
    order.verify(good).run(today);
  }
}
