import '@testing-library/jest-dom/vitest';
import { beforeEach } from 'vitest';

// What one test typed and left is not found again by the next.
beforeEach(() => localStorage.clear());
