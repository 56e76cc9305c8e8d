package firmtally.server.platform.events;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import firmtally.server.platform.events.Events.Changed;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.RecordId;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionSynchronizationUtils;

class EventsTest {
  private static final int SOON = 5_000;
  private final Listeners listeners = mock(Listeners.class);
  private final Events events = new Events(listeners);

  @BeforeEach
  void begin() {
    when(listeners.isAnybodyThere()).thenReturn(true);
    TransactionSynchronizationManager.initSynchronization();
  }

  @AfterEach
  void end() {
    TransactionSynchronizationManager.clear();
    events.destroy();
  }

  @Test
  void anActTellsEachOfItsChangesOnceWhenItIsCommitted() {
    events.changed("quote", new DocumentId(7));
    events.changed("opportunity", new OpportunityId(3));
    events.changed("quote", new DocumentId(7));
    verify(listeners, never()).tell(any());
    TransactionSynchronizationUtils.triggerAfterCommit();
    verify(listeners, timeout(SOON))
        .tell(
            Set.of(
                new Changed("quote", new RecordId(7)),
                new Changed("opportunity", new RecordId(3))));
  }

  @Test
  void anActThatFailsTellsNothing() {
    events.changed("quote", new DocumentId(7));
    TransactionSynchronizationUtils.triggerAfterCompletion(1);
    verify(listeners, never()).tell(any());
  }

  @Test
  void outsideOfAnActItIsToldAtOnce() {
    TransactionSynchronizationManager.clear();
    events.changed("quote", new DocumentId(8));
    verify(listeners, timeout(SOON)).tell(Set.of(new Changed("quote", new RecordId(8))));
  }

  @Test
  void nobodyIsToldWhenNobodyListens() {
    when(listeners.isAnybodyThere()).thenReturn(false);
    events.changed("quote", new DocumentId(9));
    TransactionSynchronizationUtils.triggerAfterCommit();
    verify(listeners, never()).tell(any());
  }
}
