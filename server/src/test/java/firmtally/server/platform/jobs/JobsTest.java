package firmtally.server.platform.jobs;

import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mockito.InOrder;

class JobsTest {
  @Test
  void oneThatFailsDoesNotStopTheOthersAndIsTriedAgain() {
    LocalDate today = LocalDate.of(2027, 3, 15);
    DueWork bad = mock(DueWork.class);
    DueWork good = mock(DueWork.class);
    when(bad.job()).thenReturn("bad");
    doThrow(new IllegalStateException("today of all days")).when(bad).run(today);
    Jobs.run(List.of(bad, good), today);
    Jobs.run(List.of(bad, good), today);
    InOrder order = inOrder(bad, good);
    order.verify(bad).run(today);
    order.verify(good).run(today);
    order.verify(bad).run(today);
    order.verify(good).run(today);
  }
}
