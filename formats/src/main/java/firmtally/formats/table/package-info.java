/**
 * Tables in and out as files: CSV and XLSX. Read {@link firmtally.formats.table.Table} first;
 * {@link firmtally.formats.table.TableReader} reads either kind by what is in the file, {@link
 * firmtally.formats.table.TableWriter} writes them.
 */
package firmtally.formats.table;
