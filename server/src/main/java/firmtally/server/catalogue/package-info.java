/** What is sold and at which prices; its parts are the packages below. */
package firmtally.server.catalogue;
