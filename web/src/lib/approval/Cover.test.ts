import { screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Cover from './Cover.svelte';

const calls = stub('GET');

describe('what a sign-off covers', () => {
  it('is told reason by reason, with how the core came to it', async () => {
    signedIn('rep');
    calls.GET.mockResolvedValue({
      role: 'manager',
      holds: false,
      reasons: [
        {
          words: 'discount on row 1, BS-15: 16 % where 10 % may be given',
          covered: false,
          working: {
            of: 'reasons[0].covered',
            formula: 'by is not below the role',
            inputs: [],
            steps: [{ subject: 'approved', outcome: 'does-not-cover', inputs: [] }],
            exact: 'false',
            rounding: null,
            result: 'false'
          }
        },
        { words: 'own cost on row 2', covered: true, working: null }
      ]
    });
    within(Cover, { quote: 9 });
    expect(await screen.findByText(/sign-off no longer holds/)).toBeInTheDocument();
    expect(screen.getByText('not covered')).toBeInTheDocument();
    expect(screen.getByText('covered')).toBeInTheDocument();
    expect(screen.getByRole('table', { name: 'Steps' })).toHaveTextContent('does not cover');
  });

  it('says where nothing is asked any more', async () => {
    calls.GET.mockResolvedValue({ role: null, holds: true, reasons: [] });
    within(Cover, { quote: 9 });
    expect(await screen.findByText('These terms need no sign-off.')).toBeInTheDocument();
  });
});
