/**
 * What the worksheet bench asks for while somebody works at it, on an opportunity or a quote alike:
 * figures of what is typed, what can be picked, rows pasted from elsewhere, and variants kept
 * beside the worksheet. Read {@link firmtally.server.bench.Bench} first.
 */
package firmtally.server.bench;
