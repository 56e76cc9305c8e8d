import { configure } from '@testing-library/svelte';
import '@testing-library/jest-dom/vitest';
import { beforeEach } from 'vitest';

// What one test typed, drew by hand and left is not found again by the next, of its file or of another.
beforeEach(() => {
  localStorage.clear();
  document.body.replaceChildren();
});

// A busy machine draws late; what never comes still fails.
configure({ asyncUtilTimeout: 10_000 });
