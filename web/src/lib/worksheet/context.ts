import { getContext, setContext } from 'svelte';
import type { Grid } from './grid.svelte';

const KEY = Symbol('grid');

export function setGrid(grid: Grid): Grid {
  return setContext(KEY, grid);
}

/** The grid that a part stands in. */
export function getGrid(): Grid {
  const grid = getContext<Grid | undefined>(KEY);
  if (!grid) throw new Error('this part stands only in the grid of lines');
  return grid;
}
