package firmtally.server.pipeline.opportunity;

import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.CheckId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.MaybeNull;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Repository;

/** What shows that the checks of a stage are done. */
@Repository
class ProofStore {
  private static final String FACTS =
      """
      SELECT EXISTS (SELECT 1 FROM worksheet_line l WHERE l.worksheet_id = o.worksheet_id AND l.kind = 'line') AS lines,
             EXISTS (SELECT 1 FROM quote q WHERE q.opportunity_id = o.id AND q.state <> 'draft') AS quote_sent,
             EXISTS (SELECT 1 FROM record_file f
                     WHERE f.record = 'opportunity' AND f.record_id = o.id AND f.removed_at IS NULL) AS file,
             o.contact_id IS NOT NULL
               OR EXISTS (SELECT 1 FROM opportunity_person x WHERE x.opportunity_id = o.id) AS contact,
             o.budget IS NOT NULL AS budget,
             EXISTS (SELECT 1 FROM activity a WHERE a.opportunity_id = o.id AND a.closed_at IS NULL) AS next_step,
             (SELECT group_concat(t.check_id) FROM opportunity_tick t WHERE t.opportunity_id = o.id) AS ticked
      FROM opportunity o WHERE o.id = :id
      """;
  private final Sql sql;

  ProofStore(Sql sql) {
    this.sql = sql;
  }

  private record Facts(
      boolean lines,
      boolean quoteSent,
      boolean file,
      boolean contact,
      boolean budget,
      boolean nextStep,
      @MaybeNull String ticked) {}

  /** What is shown on an opportunity, and what was ticked by hand. */
  static final class Proofs {
    private final Facts facts;
    private final Set<CheckId> ticked;

    private Proofs(Facts facts, Set<CheckId> ticked) {
      this.facts = facts;
      this.ticked = ticked;
    }

    boolean isDone(Stage.Check check) {
      return switch (check.proof()) {
        case "lines" -> facts.lines();
        case "quote-sent" -> facts.quoteSent();
        case "file" -> facts.file();
        case "contact" -> facts.contact();
        case "budget" -> facts.budget();
        case "next-step" -> facts.nextStep();
        default -> ticked.contains(check.id());
      };
    }

    /** The musts of a stage that are not done, in words. */
    List<String> missing(Stage stage) {
      return stage.liveChecks().stream()
          .filter(check -> check.must() && !isDone(check))
          .map(Stage.Check::words)
          .toList();
    }
  }

  Proofs of(OpportunityId opportunity) {
    Facts facts = sql.sql(FACTS).param("id", opportunity).query(Facts.class).single();
    return new Proofs(
        facts,
        facts.ticked() == null
            ? Set.of()
            : Arrays.stream(facts.ticked().split(","))
                .map(id -> new CheckId(Long.parseLong(id)))
                .collect(Collectors.toSet()));
  }

  void tick(OpportunityId opportunity, CheckId check, PersonId person, Instant at) {
    sql.sql(
            """
            INSERT INTO opportunity_tick (opportunity_id, check_id, person_id, at)
            VALUES (:id, :check, :person, :at) ON CONFLICT DO NOTHING
            """)
        .param("id", opportunity)
        .param("check", check)
        .param("person", person)
        .param("at", at)
        .update();
  }

  void untick(OpportunityId opportunity, CheckId check) {
    sql.sql("DELETE FROM opportunity_tick WHERE opportunity_id = :id AND check_id = :check")
        .param("id", opportunity)
        .param("check", check)
        .update();
  }
}
