import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import PersonalData from './PersonalData.svelte';

const calls = stub('GET', 'POST', 'PUT');
const PERSON = { kind: 'contact', id: 7, number: 'A-1001', name: 'Ida Ferry', email: 'ida@ferry.example' };
const shown = (onChange = vi.fn()) =>
  within(PersonalData, { retention: { enquiryMonths: null, version: 3 }, onChange });

beforeEach(() => {
  signedIn('administrator');
  calls.GET.mockReset();
  calls.POST.mockReset().mockResolvedValue(undefined);
  calls.PUT.mockReset().mockResolvedValue(undefined);
});

async function found(open: string[]) {
  shown();
  calls.GET.mockResolvedValueOnce([PERSON]).mockResolvedValueOnce({
    kind: 'contact',
    id: 7,
    open,
    papersKept: 2
  });
  await userEvent.type(screen.getByLabelText('Person'), 'ferry');
  await userEvent.click(screen.getByRole('button', { name: 'Find' }));
  await userEvent.click(await screen.findByRole('button', { name: 'Erase…' }));
  return screen.findByRole<HTMLButtonElement>('button', { name: 'Erase' });
}

it('erases a person after it is said what stays', async () => {
  const erase = await found([]);
  expect(screen.getByRole('dialog').textContent).toMatch(/2\s+papers stay as issued/);
  calls.GET.mockResolvedValueOnce([]);
  await userEvent.click(erase);
  expect(calls.POST.mock.calls[0]?.[1]).toMatchObject({ params: { path: { of: 'contact', id: 7 } } });
  expect((await screen.findByText('Nobody is known by this.')).isConnected).toBe(true);
});

it('waits for what is still open', async () => {
  const erase = await found(['opportunity O-1554']);
  expect(erase.disabled).toBe(true);
  expect(screen.getByRole('dialog').textContent).toMatch(/This has to end first: opportunity O-1554/);
});

it('sets after how many months enquiries are erased, by the version that was read', async () => {
  const onChange = vi.fn();
  shown(onChange);
  await userEvent.type(screen.getByLabelText(/Erase enquiries/), '24');
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(calls.PUT.mock.calls[0]?.[1]).toMatchObject({
    params: { header: { 'If-Match': '"3"' } },
    body: { enquiryMonths: '24' }
  });
  expect(onChange).toHaveBeenCalled();
});
