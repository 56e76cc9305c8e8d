import { screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stub } from '$lib/api/stub';
import { within } from '../../test/within';
import Storage from './Storage.svelte';
import { concerns } from './changes';

const calls = stub('GET');
const FULL = 'The disk is full. Make room on it.';

beforeEach(() => {
  calls.GET.mockReset();
});

describe('the line above every screen', () => {
  it('says that nothing can be kept, and why', async () => {
    calls.GET.mockResolvedValue({ words: FULL });
    within(Storage, {});
    expect(await screen.findByRole('alert')).toHaveTextContent(FULL);
    expect(calls.GET).toHaveBeenCalledWith('/api/storage');
  });

  it('is not there where everything is kept', async () => {
    calls.GET.mockResolvedValue({ words: null });
    within(Storage, {});
    await vi.waitFor(() => expect(calls.GET).toHaveBeenCalled());
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('is asked again when the server says that it changed, and nothing else is', () => {
    const changed = [{ record: 'storage', id: 0 }];
    expect(concerns(['storage'], changed)).toBe(true);
    expect(concerns(['opportunities'], changed)).toBe(false);
    expect(concerns(['storage'], [{ record: 'opportunity', id: 3 }])).toBe(false);
  });
});
