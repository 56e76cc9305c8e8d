package firmtally.server.pipeline.opportunity;

import firmtally.formats.pdf.BriefPaper;
import firmtally.formats.pdf.BriefPdf;
import firmtally.server.company.SettingsService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.OpportunityController.OpportunityView;
import firmtally.server.platform.web.Written;
import firmtally.server.worksheet.calculation.LineForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.joda.money.Money;
import org.springframework.stereotype.Component;

/** Puts an opportunity's page on one sheet of paper, for a meeting. */
@Component
class BriefPrinter {
  private static final int MOST_ACTIVITIES = 6;
  private final BriefPdf pdf = new BriefPdf();
  private final SettingsService settings;
  private final Clock clock;

  BriefPrinter(SettingsService settings, Clock clock) {
    this.settings = settings;
    this.clock = clock;
  }

  byte[] print(OpportunityView o) {
    WorksheetView sheet = o.worksheet();
    List<BriefPaper.Line> lines = sheet.lines().stream().map(this::line).toList();
    return pdf.print(
        new BriefPaper(
            settings.company().name(),
            o.number(),
            o.title(),
            Written.day(LocalDate.now(clock)),
            facts(o),
            o.about().note().lines().filter(line -> !line.isBlank()).limit(8).toList(),
            people(o),
            lines,
            0,
            List.of(
                new BriefPaper.Fact("Net", written(sheet.totals().contract())),
                new BriefPaper.Fact(
                    "Total of the first invoice, with tax",
                    written(sheet.totals().invoiceTotal()))),
            o.progress().checks().stream()
                .map(check -> new BriefPaper.Check(check.words(), check.done()))
                .toList(),
            activities(o)),
        Written.writing());
  }

  private List<BriefPaper.Fact> facts(OpportunityView o) {
    String stage =
        o.progress().stages().stream()
            .filter(s -> s.id().equals(o.progress().stageId()))
            .map(s -> s.name())
            .findFirst()
            .orElse("");
    List<BriefPaper.Fact> facts = new ArrayList<>();
    facts.add(new BriefPaper.Fact("Account", o.customer().account()));
    facts.add(new BriefPaper.Fact("Town", o.customer().town()));
    facts.add(new BriefPaper.Fact("Stage", stage + ", " + o.progress().probability() + " %"));
    facts.add(new BriefPaper.Fact("Expected close", Written.day(o.days().expectedClose())));
    facts.add(new BriefPaper.Fact("Owner", o.owner()));
    if (o.leadQuoteId() != null) {
      facts.add(new BriefPaper.Fact("Value by its lead quote", written(o.value())));
    }
    if (o.about().budget() != null) {
      facts.add(new BriefPaper.Fact("Budget", written(o.about().budget())));
    }
    facts.add(new BriefPaper.Fact("Source", o.about().source()));
    facts.add(new BriefPaper.Fact("Competitors", String.join(", ", o.team().competitors())));
    return facts.stream().filter(fact -> !fact.value().isBlank()).toList();
  }

  private static List<BriefPaper.Fact> people(OpportunityView o) {
    return o.customer().contacts().stream()
        .sorted(Comparator.comparing(c -> !Objects.equals(c.id(), o.about().contactId())))
        .limit(5)
        .map(
            c ->
                new BriefPaper.Fact(
                    c.name(),
                    String.join(
                        ", ",
                        Stream.of(c.role(), c.phone(), c.email())
                            .filter(text -> text != null && !text.isBlank())
                            .toList())))
        .toList();
  }

  private BriefPaper.Line line(WorksheetView.LineView line) {
    LineForm form = line.typed();
    boolean isLine = line.figures() != null;
    String amount =
        isLine
            ? written(line.figures().finalAmount())
            : line.subtotal() == null ? "" : written(line.subtotal().contract());
    return new BriefPaper.Line(
        form.product() == null ? "" : form.product(),
        form.description(),
        isLine ? form.quantity() : "",
        amount,
        "section".equals(form.kind()));
  }

  private static List<BriefPaper.Fact> activities(OpportunityView o) {
    return o.activities().stream()
        .filter(a -> a.closedAt() == null)
        .sorted(Comparator.comparing(ActivityService.Activity::due))
        .limit(MOST_ACTIVITIES)
        .map(a -> new BriefPaper.Fact(Written.day(a.due()), a.kind() + ": " + a.subject()))
        .toList();
  }

  private String written(String amount) {
    return Written.amount(Money.of(settings.company().currency(), new BigDecimal(amount)));
  }
}
