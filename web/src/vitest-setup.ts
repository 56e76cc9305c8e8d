import { configure } from '@testing-library/svelte';
import '@testing-library/jest-dom/vitest';
import { beforeAll, beforeEach } from 'vitest';
import { session } from '$lib/shell/session.svelte';
import { sheets } from '$lib/ui/sheets.svelte';

// What one test typed, drew by hand and left is not found again by the next, of its file or of another; nobody is signed in.
beforeEach(() => {
  localStorage.clear();
  document.body.replaceChildren();
  session.view = null;
  session.company = null;
});

// Nothing has a size here, so none ever changes; menus and the like ask for it all the same.
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

// As on a screen that stands: what questions are drawn with is there.
beforeAll(() => sheets.load());

// A busy machine draws late; what never comes still fails.
configure({ asyncUtilTimeout: 10_000 });
