/**
 * One engine for every file that is imported: matched, checked without keeping anything, written in
 * parts that let others in between, taken back when it is stopped, and undone as a whole. What a
 * kind of file holds is said by the part of the job that it belongs to, as an {@link
 * firmtally.server.importing.ImportKind}.
 */
package firmtally.server.importing;
