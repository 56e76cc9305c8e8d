import { beforeEach, describe, expect, it } from 'vitest';
import { Pages } from './pages.svelte';
import { stub } from '$lib/api/stub';

type Asked = { params: { query: Record<string, string | number> } };
const { GET: get } = stub('GET');

function row(id: number) {
  return { id };
}

describe('pages of the list', () => {
  // What it gives back would be called at the end of each test.
  beforeEach(() => void get.mockReset());

  it('goes on after the last row until there is no more', async () => {
    get
      .mockResolvedValueOnce({ rows: [row(1), row(2)], after: '2|x' })
      .mockResolvedValueOnce({ rows: [row(3)], after: null });
    const pages = new Pages();
    await pages.start({ state: 'open' });
    expect(pages.lines.map((l) => l.kind)).toEqual(['row', 'row', 'more']);
    await pages.further('[]');
    expect((get.mock.calls[1] as [string, Asked])[1].params.query).toMatchObject({ after: '2|x' });
    expect(pages.lines.map((l) => l.kind)).toEqual(['row', 'row', 'row']);
    await pages.further('[]');
    expect(get).toHaveBeenCalledTimes(2);
  });

  it('loads a group when it is unfolded, and keeps it unfolded when asked anew', async () => {
    const groups = [
      { key: '7', label: 'Quoted', count: 1, value: '1', weighted: '1' },
      { key: '8', label: 'Agreed', count: 1, value: '1', weighted: '1' }
    ];
    get.mockImplementation((path) =>
      Promise.resolve(String(path).endsWith('groups') ? groups : { rows: [row(5)], after: null })
    );
    const pages = new Pages();
    await pages.start({ group: 'stage' });
    expect(pages.lines.map((l) => l.kind)).toEqual(['group', 'group']);
    await pages.toggle('["8"]');
    expect(pages.lines.map((l) => l.kind)).toEqual(['group', 'group', 'row']);
    await pages.start({ group: 'stage', q: 'x' });
    expect(pages.lines.map((l) => l.kind)).toEqual(['group', 'group', 'row']);
    await pages.toggle('["8"]');
    expect(pages.lines.map((l) => l.kind)).toEqual(['group', 'group']);
  });

  it('has groups within groups, each narrowed to both', async () => {
    const groups = (key: string) => [{ key, label: key, count: 1, value: '1', weighted: '1', budget: '0' }];
    get.mockImplementation((path, asked) => {
      const { query } = (asked as Asked).params;
      if (!String(path).endsWith('groups')) return Promise.resolve({ rows: [row(5)], after: null });
      return Promise.resolve(groups(query['key'] === undefined ? '7' : '2027-03'));
    });
    const pages = new Pages();
    await pages.start({ group: 'owner', then: 'month' });
    await pages.toggle('["7"]');
    await pages.toggle('["7","2027-03"]');
    expect(pages.lines.map((l) => (l.kind === 'group' ? l.depth : l.kind))).toEqual([0, 1, 'row']);
    const [, rows] = get.mock.calls.at(-1) as [string, Asked];
    expect(rows.params.query).toEqual({ group: 'owner', then: 'month', key: '7', thenKey: '2027-03' });
    await pages.start({ group: 'owner', then: 'month', q: 'x' });
    expect(pages.lines.map((l) => (l.kind === 'group' ? l.depth : l.kind))).toEqual([0, 1, 'row']);
    await pages.toggle('["7"]');
    expect(pages.lines).toHaveLength(1);
  });

  it('shows the last question asked, whichever answer comes first', async () => {
    let slow: (value: unknown) => void = () => undefined;
    get
      .mockReturnValueOnce(new Promise((resolve) => (slow = resolve)))
      .mockResolvedValueOnce({ rows: [row(2)], after: null });
    const pages = new Pages();
    const first = pages.start({ q: 'a' });
    await pages.start({ q: 'ab' });
    slow({ rows: [row(1)], after: null });
    await first;
    expect(pages.lines).toEqual([{ kind: 'row', row: row(2), in: '[]' }]);
  });

  it('keeps what failed', async () => {
    get.mockRejectedValueOnce(new Error('broken'));
    const pages = new Pages();
    await pages.start({});
    expect(pages.failure).toBeInstanceOf(Error);
    expect(pages.ready).toBe(true);
  });
});
