import { describe, expect, it } from 'vitest';
import { leastWidth, namedColumns, shownColumns, tracksOf } from './columns';

describe('the columns of the list', () => {
  it('are the usual ones unless others are named, always in their order', () => {
    expect(shownColumns('').map((c) => c.key)).toContain('attention');
    expect(shownColumns('').map((c) => c.key)).not.toContain('budget');
    expect(shownColumns('budget,title').map((c) => c.key)).toEqual(['title', 'budget']);
    expect(shownColumns('nonsense').map((c) => c.key)).toEqual(shownColumns('').map((c) => c.key));
  });

  it('are named by nothing where they are the usual ones', () => {
    const usual = shownColumns('').map((c) => c.key);
    expect(namedColumns(usual)).toBe('');
    expect(namedColumns([...usual, 'budget'])).toContain('value,budget,close');
    expect(namedColumns(['last', 'title'])).toBe('title,last');
  });

  it('have a track each, behind the number', () => {
    const columns = shownColumns('title,value');
    expect(tracksOf(columns)).toBe('88px minmax(120px, 1.5fr) 104px');
    expect(leastWidth(columns)).toBe(88 + 20 + 120 + 10 + 104 + 10);
  });
});
