package firmtally.server.followup;

import firmtally.server.platform.ids.FollowUpRuleId;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.MaybeNull;
import java.util.List;

/**
 * A follow-up rule: when something happens to what it asks for, it does one thing after the other.
 */
record FollowUpRule(
    FollowUpRuleId id,
    String name,
    RuleEvent event,
    Conditions conditions,
    List<Action> actions,
    boolean active,
    long lookedTo,
    long version) {
  /**
   * What a rule asks of a record as it stands then; what is null is not asked.
   *
   * @param valueFrom minor units
   * @param valueBelow minor units
   * @param stageId of a stage that is reached, or in which the opportunity is
   * @param ownValue as a program reads it
   */
  record Conditions(
      @MaybeNull Long valueFrom,
      @MaybeNull Long valueBelow,
      @MaybeNull ProcessId processId,
      @MaybeNull StageId stageId,
      @MaybeNull String source,
      @MaybeNull String team,
      @MaybeNull OwnFieldId ownFieldId,
      @MaybeNull String ownValue) {}

  /**
   * What a rule does.
   *
   * @param kind plan, tag, tell or email
   * @param activity call, email, meeting or task, of what is planned
   * @param words what is planned, the tag, or the subject of an email
   * @param days after which it is planned
   * @param personId for whom it is planned or who is told; null for the owner
   * @param text of an email
   * @param purpose of the settings' text that an email to the customer says in their language,
   *     instead of one of its own; null for none
   */
  record Action(
      String kind,
      @MaybeNull String activity,
      String words,
      @MaybeNull Integer days,
      @MaybeNull PersonId personId,
      @MaybeNull String text,
      @MaybeNull String purpose) {}
}
