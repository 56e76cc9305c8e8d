package firmtally.server.sales.credit;

import firmtally.core.credit.CreditFile;
import java.util.List;

/** Where the credit check learns what an account has ordered and not yet been invoiced for. */
public interface AcceptedOrders {
  /** The released orders of an account, with tax. */
  List<CreditFile.OpenOrder> acceptedOrders(long account);
}
