/**
 * What open opportunities are worth: the odds of stages against history, and what a period will
 * bring.
 *
 * <p>Read {@link firmtally.core.pipeline.Outlook} first, then {@link
 * firmtally.core.pipeline.StageHistory}. May import {@code money} and {@code working}.
 */
package firmtally.core.pipeline;
