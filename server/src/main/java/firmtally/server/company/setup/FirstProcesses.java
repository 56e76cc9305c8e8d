package firmtally.server.company.setup;

import firmtally.server.pipeline.process.ProcessService;
import java.util.List;
import org.springframework.stereotype.Component;

/** The sales processes that a company begins with: one for new business, one for renewals. */
@Component
class FirstProcesses {
  private final ProcessService processes;

  FirstProcesses(ProcessService processes) {
    this.processes = processes;
  }

  void found() {
    ProcessService.CheckForm lines = must("A line on it", "lines");
    processes.found(
        "New business",
        "new",
        List.of(
            stage(
                "Qualified",
                "10",
                "14",
                null,
                List.of(step("call", "Clarify the requirement", "3")),
                lines),
            stage(
                "Solution agreed",
                "25",
                "14",
                null,
                List.of(
                    step("task", "Check stock and lead time", "1"),
                    step("email", "Send the quote", "5"))),
            stage(
                "Quoted",
                "50",
                "21",
                "quote-sent",
                List.of(
                    step("call", "Confirm the quote has arrived", "1"),
                    step("call", "Discuss the quote", "4"))),
            stage(
                "Verbal order",
                "80",
                "10",
                "quote-accepted",
                List.of(step("call", "Ask for the order", "5")))));
    processes.found(
        "Renewal",
        "renewal",
        List.of(
            stage("Term running", "75", "300", null, List.of()),
            stage(
                "Contacted",
                "85",
                "20",
                null,
                List.of(step("email", "Send the renewal quote", "5"))),
            stage(
                "Quoted",
                "92",
                "14",
                "quote-sent",
                List.of(step("call", "Ask for the order", "5")))));
  }

  private static ProcessService.CheckForm must(String words, String proof) {
    return new ProcessService.CheckForm(null, words, proof, true, false);
  }

  private static ProcessService.StepForm step(String kind, String subject, String days) {
    return new ProcessService.StepForm(kind, subject, days);
  }

  private static ProcessService.StageForm stage(
      String name,
      String probability,
      String days,
      String movesHere,
      List<ProcessService.StepForm> steps,
      ProcessService.CheckForm... checks) {
    return new ProcessService.StageForm(
        null, name, probability, days, null, movesHere, steps, false, List.of(checks));
  }
}
