/**
 * The registry of record kinds. Read {@link firmtally.server.platform.records.RecordKind} first:
 * each part of the job registers its kinds once, and what works on every kind goes over them.
 */
package firmtally.server.platform.records;
