package firmtally.formats.json;

/**
 * What is wrong with an input, and where.
 *
 * @param at the path in the input, such as {@code lines[2].quantity}
 */
public record Problem(String at, String message) {}
