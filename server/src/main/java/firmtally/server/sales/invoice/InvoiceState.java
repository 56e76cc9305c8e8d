package firmtally.server.sales.invoice;

import firmtally.server.sales.document.DocumentState;
import java.util.Set;

/** An invoice is issued and stays so; what takes it back is a credit note. */
enum InvoiceState implements DocumentState {
  ISSUED;

  @Override
  public Set<InvoiceState> next() {
    return Set.of();
  }
}
