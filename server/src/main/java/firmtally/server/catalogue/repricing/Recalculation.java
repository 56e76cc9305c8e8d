package firmtally.server.catalogue.repricing;

import firmtally.server.catalogue.PricesChanged;
import firmtally.server.catalogue.pricerule.PriceRuleService;
import firmtally.server.customers.account.TermsChanged;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.jobs.JobDays;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * When prices change, open opportunities and draft quotes are recalculated in the same act, so that
 * lists and reports show what the worksheets would: when a product or rule changes, when an account
 * gets another price group or assortment, and when a rule begins or ends by its day.
 */
@Component
class Recalculation implements DueWork {
  private static final String JOB = "price-rule-days";
  private final AffectedWorksheets affected;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final PriceRuleService rules;
  private final JobDays days;

  Recalculation(
      AffectedWorksheets affected,
      OpportunityService opportunities,
      WorksheetService worksheets,
      PriceRuleService rules,
      JobDays days) {
    this.affected = affected;
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.rules = rules;
    this.days = days;
  }

  @EventListener
  void changed(PricesChanged prices) {
    recalculate(affected.holding(prices.products()));
  }

  @EventListener
  void changed(TermsChanged terms) {
    recalculate(affected.ofAccount(terms.account()));
  }

  private void recalculate(List<AffectedWorksheets.Sheet> sheets) {
    Map<OpportunityId, WorksheetContext> known =
        opportunities.contexts(
            sheets.stream().map(AffectedWorksheets.Sheet::opportunityId).distinct().toList());
    Map<WorksheetId, WorksheetContext> forWhom = new LinkedHashMap<>();
    sheets.forEach(sheet -> forWhom.put(sheet.worksheetId(), known.get(sheet.opportunityId())));
    worksheets.batch().recalculate(forWhom);
  }

  @Override
  public String job() {
    return "prices that begin and end by their day";
  }

  /** Recalculates what rules price that began or ended since the last day this was done for. */
  @Override
  @Transactional
  public void run(LocalDate today) {
    LocalDate last = days.last(JOB).orElse(today);
    if (last.isBefore(today)) {
      recalculate(affected.holding(rules.turning(last, today)));
    }
    days.setLast(JOB, today);
  }
}
