/**
 * The data of a private person are erased on request, and those of enquiries that came to nothing
 * after a time; figures stay, and so do papers that have to be kept.
 */
package firmtally.server.upkeep.erasure;
