/**
 * Demo data: Harrow & Plumb, a made-up maker of weighing equipment. Made by the same acts as real
 * data.
 */
package firmtally.demo;
