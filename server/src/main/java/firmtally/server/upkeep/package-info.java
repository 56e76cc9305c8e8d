/** What comes due by itself: pauses that end, hand-overs that go back. */
package firmtally.server.upkeep;
