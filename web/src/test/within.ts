import { render } from '@testing-library/svelte';
import type { Component } from 'svelte';
import Within from './Within.svelte';

/** Draws a component that asks the server, whose answers the test gives. */
export function within(what: unknown, given: Record<string, unknown>) {
  return render(Within, { what: what as Component<Record<string, unknown>>, given });
}
