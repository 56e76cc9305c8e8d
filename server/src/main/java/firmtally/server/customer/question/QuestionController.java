package firmtally.server.customer.question;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.QuestionId;
import firmtally.server.platform.web.Idempotency;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What customers of an account asked, for whoever looks after it. */
@RestController
@RequestMapping("/api/accounts/{id}/questions")
class QuestionController {
  private static final int MOST = 50;
  private final QuestionService questions;
  private final Idempotency once;

  QuestionController(QuestionService questions, Idempotency once) {
    this.questions = questions;
    this.once = once;
  }

  record CustomerAnswer(String words) {}

  @GetMapping
  List<QuestionService.AskedQuestion> list(@PathVariable AccountId id, @SignedIn Actor actor) {
    return questions.of(id, MOST, actor);
  }

  /** Answers a question by email and on the customer's page. */
  @PostMapping("/{question}/answer")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void answer(
      @PathVariable AccountId id,
      @PathVariable QuestionId question,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody CustomerAnswer typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "answer-question",
        "question " + question,
        () -> questions.answer(id, question, typed.words(), actor));
  }
}
