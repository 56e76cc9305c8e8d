package firmtally.demo;

import org.springframework.boot.autoconfigure.AutoConfiguration;
import org.springframework.context.annotation.Import;

/** Adds the demo company to the application wherever this module is on its class path. */
@AutoConfiguration
@Import({
  DemoLoader.class,
  DemoHistory.class,
  DemoPipeline.class,
  DemoEnquiries.class,
  DemoSets.class,
  DemoPapers.class,
  DemoTrade.class,
  DemoRenewals.class,
  DemoCustomers.class,
  DemoLetters.class
})
public class DemoCompany {}
