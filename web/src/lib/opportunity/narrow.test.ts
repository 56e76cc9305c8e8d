import { describe, expect, it } from 'vitest';
import { Narrow } from './narrow.svelte';

describe('a narrowing', () => {
  it('is the same after it was written and read', () => {
    const narrow = new Narrow('attention=no-contact&owner=3&q=packing+hall&sort=-value');
    expect(new Narrow(narrow.text).values).toEqual(narrow.values);
    expect(narrow.text).toBe('owner=3&attention=no-contact&q=packing+hall&sort=-value');
  });

  it('leaves out what is empty and what it does not know', () => {
    const narrow = new Narrow('attention=&surprise=1&state=won');
    narrow.set('team', 'North');
    narrow.set('team', '');
    expect(narrow.values).toEqual({ state: 'won' });
  });

  it('asks the server with numbers where ids are meant', () => {
    expect(new Narrow('owner=3&stage=7&team=North').query).toEqual({ owner: 3, stage: 7, team: 'North' });
  });

  it('counts only the finer filters', () => {
    expect(new Narrow('state=won&owner=3&tag=export&from=2026-01-01').finer).toBe(2);
  });
});
