import { render, screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import Period from './Period.svelte';

const PERIOD = {
  from: '2026-10-01',
  to: '2026-12-31',
  won: '16144.00',
  goal: '126000.00',
  gap: '109856.00',
  expected: '89000.00',
  low: '49020.00',
  middle: '90000.00',
  high: '129254.00',
  best: '300000.00',
  goalPercent: '11.98',
  closers: 3 as number | null
};

describe('the period', () => {
  it('says what is won, what is missing and where it will likely end', () => {
    render(Period, { period: PERIOD });
    expect(screen.getByText('16 144')).toBeVisible();
    expect(screen.getByText('109 856')).toBeVisible();
    expect(screen.getByText('49 020 – 129 254')).toBeVisible();
    expect(screen.getByText(/the 3\s+largest/)).toBeVisible();
    expect(screen.getByRole('img')).toHaveAccessibleName(/most likely end between 49\s020.00 and/);
  });

  it.each([
    [null, 'more than is open'],
    [0, 'nothing more']
  ])('says what closing the gap takes: %s', (closers, words) => {
    render(Period, { period: { ...PERIOD, closers } });
    expect(screen.getByText(words)).toBeVisible();
  });

  it('draws an empty house without a figure out of place', () => {
    const nothing = Object.fromEntries(
      Object.entries(PERIOD).map(([k, v]) => [k, /^\d+\.\d\d$/.test(String(v)) ? '0.00' : v])
    ) as typeof PERIOD;
    const { container } = render(Period, { period: { ...nothing, closers: 0 } });
    expect(container.innerHTML).not.toContain('NaN');
    expect(screen.getByText(/no goal\s+is set for this period/)).toBeVisible();
    expect(screen.queryByText('Chance of reaching the goal')).toBeNull();
  });
});
