import { configure } from '@testing-library/svelte';
import '@testing-library/jest-dom/vitest';
import { beforeEach } from 'vitest';
import { session } from '$lib/shell/session.svelte';

// What one test typed, drew by hand and left is not found again by the next, of its file or of another; nobody is signed in.
beforeEach(() => {
  localStorage.clear();
  document.body.replaceChildren();
  session.view = null;
  session.company = null;
});

// A busy machine draws late; what never comes still fails.
configure({ asyncUtilTimeout: 10_000 });
