import { sveltekit } from '@sveltejs/kit/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';
import { guide } from './guide';
import { language } from './words.js';

export default defineConfig({
  plugins: [language(), guide(), tailwindcss(), sveltekit(), svelteTesting()],
  // The content policy allows no data: addresses for fonts.
  build: { assetsInlineLimit: 0 },
  // The guide and its pictures lie with the other documents.
  server: { proxy: { '/api': 'http://127.0.0.1:8080' }, fs: { allow: ['..'] } },
  test: {
    environment: 'jsdom',
    setupFiles: ['./src/vitest-setup.ts'],
    pool: 'threads',
    sequence: { shuffle: { files: true } },
    // A browser for each file takes four times as long; what a test puts in place of the server it takes away again.
    isolate: false,
    // A busy machine is not a fault.
    testTimeout: 30_000,
    hookTimeout: 60_000
  }
});
