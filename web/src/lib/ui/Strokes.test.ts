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
])('shows probability of %s percent as %i strokes', (probability, count) => {
  render(Strokes, { probability });
  expect(
    screen.getByRole('img', { name: `probability ${probability} %` }).querySelectorAll('.on').length
  ).toBe(count);
});
