import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import Strokes from './Strokes.svelte';

it.each([
  ['0', 0],
  ['9', 0],
  ['10', 1],
  ['50', 3],
  ['80', 4],
  ['100', 5]
])('shows odds of %s percent as %i strokes', (odds, count) => {
  render(Strokes, { odds });
  expect(screen.getByRole('img', { name: `odds ${odds} %` }).querySelectorAll('.on').length).toBe(count);
});
