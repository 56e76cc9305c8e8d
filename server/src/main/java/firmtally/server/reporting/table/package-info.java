/**
 * The free table: records of one subject grouped by rows and columns, with figures that open to the
 * records behind them. {@link TablePlan} reads what is asked for, {@link TableStore} asks, {@link
 * Table} puts it together; read {@link TableService} first.
 */
package firmtally.server.reporting.table;
