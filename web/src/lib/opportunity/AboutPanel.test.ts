import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '$lib/api/client';
import AboutPanel from './AboutPanel.svelte';
import { within } from '../../test/within';
import { stub } from '$lib/api/stub';

stub('GET');

function opportunity(mayChange: boolean, shares: Schemas['Share'][] = []): Schemas['OpportunityView'] {
  return {
    accountId: 4,
    owner: 'Mara Lind',
    mayChange,
    process: 'New business',
    openedOn: '2026-10-20',
    touchedOn: '2026-11-13',
    contacts: [
      {
        id: 3,
        name: 'Ada Fallow',
        role: 'buys',
        email: 'ada@x.example',
        phone: '555',
        channel: '',
        hours: 'after two',
        version: 1
      }
    ],
    about: {
      budget: '12000.50',
      priority: 'high',
      interest: 'high',
      business: 'new',
      source: 'web form',
      campaign: '',
      note: 'Two\nlines',
      contactId: 3,
      copiedFrom: 9
    },
    team: {
      tags: ['export'],
      competitors: [],
      people: [
        {
          contactId: 8,
          name: 'Bo Kestle',
          accountId: 5,
          account: 'Pit & Sons',
          role: 'subcontractor',
          email: '',
          phone: ''
        }
      ],
      shares
    },
    worksheet: { totals: { contract: '20332.40' } }
  } as unknown as Schemas['OpportunityView'];
}

describe('what is known of an opportunity', () => {
  it('shows the budget beside the value, and who stands around it', () => {
    within(AboutPanel, { o: opportunity(true), onChangeAbout: vi.fn(), onChangeTeam: vi.fn() });
    const text = screen.getByRole('region', { name: 'Details' }).textContent.replace(/[\s\u00a0]+/g, ' ');
    expect(text).toContain('12 000.50');
    expect(text).toContain('20 332.40');
    expect(text).toContain('Ada Fallow, buys');
    expect(text).toContain('after two');
    expect(text).toContain('Bo Kestle subcontractor, Pit & Sons');
    expect(screen.getByRole('link', { name: 'another opportunity' })).toHaveAttribute(
      'href',
      '/opportunities/9'
    );
  });

  it('says with whom it is shared and for how much', () => {
    const shares = [{ personId: 2, name: 'Nils Amsel', part: '30' }];
    within(AboutPanel, { o: opportunity(true, shares), onChangeAbout: vi.fn(), onChangeTeam: vi.fn() });
    expect(screen.getByText('Shared')).toBeInTheDocument();
    expect(screen.getByText(/Mara Lind, Nils Amsel 30 %/)).toBeInTheDocument();
  });

  it('opens either form, for those who may change it', async () => {
    const about = vi.fn();
    const team = vi.fn();
    within(AboutPanel, { o: opportunity(true), onChangeAbout: about, onChangeTeam: team });
    const [first, second] = screen.getAllByRole('button', { name: 'Edit…' });
    await userEvent.click(first as HTMLElement);
    await userEvent.click(second as HTMLElement);
    expect(about).toHaveBeenCalledTimes(1);
    expect(team).toHaveBeenCalledTimes(1);
  });

  it('has nothing to press for those who only read', () => {
    within(AboutPanel, { o: opportunity(false), onChangeAbout: vi.fn(), onChangeTeam: vi.fn() });
    expect(screen.queryByRole('button')).toBeNull();
  });
});
