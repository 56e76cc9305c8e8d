import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { signedIn } from '../../test/signedIn';
import { within } from '../../test/within';
import Password from './Password.svelte';
import SecondFactor from './SecondFactor.svelte';
import { device } from './device';

const calls = stub('GET', 'POST', 'PUT');

beforeEach(() => {
  signedIn('rep');
  calls.POST.mockReset().mockResolvedValue({ secret: 'ABC234', address: 'otpauth://x', picture: '<svg/>' });
  calls.PUT.mockReset().mockResolvedValue({ codes: ['aaaa-1111', 'bbbb-2222'] });
});

describe('one’s second factor', () => {
  it('is set up with a first code, and the recovery codes are shown once', async () => {
    const onChange = vi.fn();
    within(SecondFactor, { isSet: false, onChange });
    await userEvent.click(screen.getByRole('button', { name: 'Set up' }));
    expect(await screen.findByText('ABC234')).toBeInTheDocument();
    expect(screen.getByAltText(/QR code/)).toHaveAttribute('src', 'data:image/svg+xml,%3Csvg%2F%3E');
    calls.PUT.mockResolvedValueOnce(refused(['code', 'This code is wrong.']));
    await userEvent.type(screen.getByLabelText('Six digits that the app shows'), '000000');
    await userEvent.click(screen.getByRole('button', { name: 'Confirm' }));
    expect(await screen.findByText('This code is wrong.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Confirm' }));
    expect(await screen.findByText('aaaa-1111')).toBeInTheDocument();
    expect(onChange).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'I have kept them' }));
    expect(onChange).toHaveBeenCalled();
    expect(screen.queryByText('aaaa-1111')).toBeNull();
  });

  it('is removed with the password', async () => {
    const onChange = vi.fn();
    within(SecondFactor, { isSet: true, recoveryCodes: 4, onChange });
    expect(screen.getByText(/4 of 10 recovery codes are left/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Remove…' }));
    calls.POST.mockResolvedValueOnce(refused(['password', 'Wrong password.']));
    await userEvent.type(screen.getByLabelText('Your password'), 'guess');
    await userEvent.click(screen.getByRole('button', { name: 'Remove second factor' }));
    expect(await screen.findByText('Wrong password.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Remove second factor' }));
    await vi.waitFor(() => expect(onChange).toHaveBeenCalled());
  });
});

describe('one’s password', () => {
  it('is changed with the old one, and says what is wrong with the new', async () => {
    calls.PUT.mockResolvedValueOnce(refused(['password', 'This password is easy to guess.']));
    within(Password, {});
    await userEvent.type(screen.getByLabelText('Current password'), 'tally-demo');
    await userEvent.type(screen.getByLabelText(/^New password/), 'password123');
    await userEvent.click(screen.getByRole('button', { name: 'Change password' }));
    expect(await screen.findByText('This password is easy to guess.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Change password' }));
    await vi.waitFor(() => expect(screen.getByLabelText('Current password')).toHaveValue(''));
  });
});

describe('a browser', () => {
  it('is called as people know it', () => {
    expect(device('Mozilla/5.0 (Windows NT 10.0) Firefox/140.0')).toBe('Firefox on Windows');
    expect(device('Mozilla/5.0 (iPhone; CPU iPhone OS 19) Version/19 Safari/604')).toBe('Safari on iOS');
    expect(device('curl/8.1')).toBe('curl');
    expect(device('')).toBe('Unknown');
  });
});
