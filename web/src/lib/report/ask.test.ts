import { describe, expect, it } from 'vitest';
import { behind, filters, filterText, narrowed, put, read, write } from './ask';
import { QUESTIONS, questionsOf } from './questions';

describe('a table, as it stands in the address', () => {
  it('is read as it was written, and what is usual is left out', () => {
    const usual = { rows: 'owner', measures: 'won', filter: 'state:open' };
    const ask = { rows: 'owner', measures: 'won', columns: 'source', filter: '' };
    expect(write(ask, usual)).toBe('columns=source&filter=');
    expect(read(write(ask, usual), usual)).toEqual({ rows: 'owner', measures: 'won', columns: 'source' });
    expect(read(write(ask))).toEqual({ rows: 'owner', measures: 'won', columns: 'source' });
  });

  it('is narrowed by keys that may hold any sign, also none', () => {
    const keys = ['a,b;c:d', '', 'new hall'];
    const text = filterText([{ field: 'tag', keys }]);
    expect(filters(text)).toEqual([{ field: 'tag', keys }]);
    expect(filters(narrowed(text, 'tag', []))).toEqual([]);
    expect(filters(narrowed(text, 'owner', ['5']))).toHaveLength(2);
  });

  it('opens a figure by its row and column, and by which records it counts', () => {
    const ask = {
      rows: 'owner,source',
      columns: 'close-month',
      filter: 'state:won,lost',
      period: 'year',
      show: 'share'
    };
    expect(
      behind(ask, ['owner', 'source'], ['5', 'web form'], ['close-month'], ['2027-02'], 'state:won')
    ).toEqual({
      filter: 'owner:5;source:web%20form;close-month:2027-02;state:won',
      period: 'year'
    });
    expect(behind(ask, ['owner', 'source'], [], ['close-month'], [])).toEqual({
      filter: 'state:won,lost',
      period: 'year'
    });
  });

  it('has each field in one place, two levels at most', () => {
    expect(put({ rows: 'owner', columns: 'source' }, 'source', 'rows')).toEqual({ rows: 'owner,source' });
    expect(put({ rows: 'owner,source' }, 'stage', 'rows')).toEqual({ rows: 'owner,stage' });
    expect(put({ rows: 'owner', sort: '-won' }, 'owner', null)).toEqual({});
  });
});

describe('the questions of reports', () => {
  it('stand once for each role, its own first', () => {
    for (const role of ['rep', 'manager', 'credit-controller', 'administrator']) {
      const { first, others } = questionsOf([role]);
      const paths = [...first, ...others].map((q) => q.path);
      expect(new Set(paths).size).toBe(paths.length);
      for (const q of QUESTIONS) expect(paths).toContain('/reports/' + q.name);
    }
    expect(questionsOf(['credit-controller']).first[0]?.path).toBe('/credit');
    expect(questionsOf(['rep']).first[0]?.path).toBe('/reports/goals');
    const both = questionsOf(['manager', 'credit-controller']).first.map((q) => q.path);
    expect(both).toContain('/credit');
    expect(both).toContain('/reports/outlook');
    expect(new Set(both).size).toBe(both.length);
  });
});
