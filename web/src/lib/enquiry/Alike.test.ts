import { render, screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import Alike from './Alike.svelte';

function like(record: string, id: number) {
  return {
    record,
    id,
    number: record === 'account' ? 'A-1' : 'E-2',
    name: 'Reed Farm',
    town: 'Saltmere',
    owner: 'Mara Lind',
    state: 'converted',
    why: 'same email address'
  };
}

describe('who may be the same', () => {
  it('says why, whose it is, and leads there', () => {
    render(Alike, { rows: [like('account', 7), like('enquiry', 9)] });
    const links = screen.getAllByRole('link');
    expect(links.map((l) => l.getAttribute('href'))).toEqual(['/accounts/7', '/enquiries/9']);
    expect(screen.getByRole('status')).toHaveTextContent('same email address (converted, Mara Lind)');
  });

  it('says nothing when there is nobody', () => {
    render(Alike, { rows: [] });
    expect(screen.getByRole('status').textContent.trim()).toBe('');
  });
});
