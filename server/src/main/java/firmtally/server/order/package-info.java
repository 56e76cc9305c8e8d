/** Orders: placed from a quote, released or held with reasons. */
package firmtally.server.order;
