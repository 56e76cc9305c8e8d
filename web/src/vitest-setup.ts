import { configure } from '@testing-library/svelte';
import '@testing-library/jest-dom/vitest';
import { beforeEach } from 'vitest';

// What one test typed and left is not found again by the next.
beforeEach(() => localStorage.clear());

// A busy machine draws late; what never comes still fails.
configure({ asyncUtilTimeout: 10_000 });
