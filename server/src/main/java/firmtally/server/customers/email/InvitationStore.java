package firmtally.server.customers.email;

import firmtally.server.access.Actor;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.ActivityId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class InvitationStore {
  private static final String COLUMNS =
      "organizer, organizer_email, invited, minutes, place, sequence, cancelled_at";
  private final Sql sql;

  InvitationStore(Sql sql) {
    this.sql = sql;
  }

  /** What was sent about a meeting last. */
  record Sent(
      String organizer,
      String organizerEmail,
      String invited,
      int minutes,
      String place,
      int sequence,
      Instant cancelledAt) {
    List<String> addresses() {
      return List.of(invited.split(", "));
    }

    /** What those are told who are not invited any more. */
    Sent withoutThem(List<String> them, Instant at) {
      return new Sent(
          organizer, organizerEmail, String.join(", ", them), minutes, place, sequence, at);
    }
  }

  Optional<Sent> find(ActivityId id) {
    return sql.sql("SELECT " + COLUMNS + " FROM meeting_invitation WHERE activity_id = :id")
        .param("id", id)
        .query(Sent.class)
        .optional();
  }

  /**
   * Keeps an invitation, or what has changed of it; one that was called off stands again. It stays
   * with whoever sent it first.
   */
  Sent keep(ActivityId id, String invited, int minutes, String place, Actor organizer) {
    return sql.sql(
            """
            INSERT INTO meeting_invitation (activity_id, organizer, organizer_email, invited, minutes, place)
            VALUES (:id, :organizer, :organizerEmail, :invited, :minutes, :place)
            ON CONFLICT (activity_id) DO UPDATE SET invited = :invited, minutes = :minutes, place = :place,
              sequence = sequence + 1, cancelled_at = NULL
            RETURNING """
                + " "
                + COLUMNS)
        .param("id", id)
        .param("invited", invited)
        .param("minutes", minutes)
        .param("place", place)
        .param("organizer", organizer.name())
        .param("organizerEmail", organizer.email())
        .query(Sent.class)
        .single();
  }

  /** Empty where nobody is invited. */
  Optional<Sent> cancel(ActivityId id, Instant at) {
    return sql.sql(
            "UPDATE meeting_invitation SET sequence = sequence + 1, cancelled_at = :at"
                + " WHERE activity_id = :id AND cancelled_at IS NULL RETURNING "
                + COLUMNS)
        .param("id", id)
        .param("at", at)
        .query(Sent.class)
        .optional();
  }
}
