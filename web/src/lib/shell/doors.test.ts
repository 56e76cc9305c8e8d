import { NEUTRAL } from '$lib/ui/format';
import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { refused, stub } from '$lib/api/stub';
import { within } from '../../test/within';
import SetUp from './SetUp.svelte';
import SignIn from './SignIn.svelte';
import { session } from './session.svelte';

const calls = stub('GET', 'POST');
const ME = { id: 2, login: 'mara', name: 'Mara', roles: ['rep'], team: 'North', needsSecondFactor: false };

/** Where the browser of the tests is. */
const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

beforeEach(() => {
  session.view = {
    me: null,
    needsSetup: false,
    demo: false,
    today: '2027-03-15',
    timeZone: 'UTC',
    writing: NEUTRAL
  };
  session.company = null;
  calls.GET.mockReset().mockImplementation((path) =>
    Promise.resolve(
      path === '/api/setup'
        ? {
            currencies: ['EUR', 'SEK'],
            timeZones: [HERE, 'Europe/Lisbon'],
            languages: [
              { code: 'en', name: 'English', words: true, shipped: false, texts: 16 },
              { code: 'de', name: 'German', words: true, shipped: true, texts: 0 }
            ],
            countries: [
              { code: 'DE', name: 'Germany', currency: 'EUR', taxes: ['19', '7', '0'], language: 'de' }
            ]
          }
        : path === '/api/company'
          ? { name: 'Ours', minorDigits: 2 }
          : { me: ME, needsSetup: false, demo: false, today: '2027-03-15', timeZone: 'UTC', writing: NEUTRAL }
    )
  );
  calls.POST.mockReset().mockResolvedValue({ me: ME, wantsCode: false });
});

describe('the way in', () => {
  it('asks who it is and then knows', async () => {
    within(SignIn, {});
    await userEvent.type(screen.getByLabelText('User name'), 'mara');
    await userEvent.type(screen.getByLabelText('Password'), 'long enough');
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    await vi.waitFor(() => expect(session.me?.name).toBe('Mara'));
    expect(calls.POST).toHaveBeenCalledWith('/api/session', {
      body: { login: 'mara', password: 'long enough', code: '' }
    });
    expect(session.sells).toBe(true);
    expect(session.manages).toBe(false);
  });

  it('says that it was not right and keeps the name', async () => {
    calls.POST.mockResolvedValueOnce(new Refusal(403, 'Name or password is not right', '', [], null));
    within(SignIn, {});
    await userEvent.type(screen.getByLabelText('User name'), 'mara');
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('Name or password is not right.');
    expect(screen.getByLabelText('User name')).toHaveValue('mara');
    expect(session.me).toBeNull();
  });

  it('asks for the second factor once the password is right', async () => {
    calls.POST.mockResolvedValueOnce({ me: null, wantsCode: true });
    within(SignIn, {});
    await userEvent.type(screen.getByLabelText('User name'), 'mara');
    await userEvent.type(screen.getByLabelText('Password'), 'long enough');
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(session.me).toBeNull();
    await userEvent.type(await screen.findByLabelText('Code'), '123456');
    calls.POST.mockResolvedValueOnce(refused(['code', 'This code is wrong.']));
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(await screen.findByText('This code is wrong.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
    await vi.waitFor(() => expect(session.me?.name).toBe('Mara'));
    expect(calls.POST).toHaveBeenLastCalledWith('/api/session', {
      body: { login: 'mara', password: 'long enough', code: '123456' }
    });
  });

  it('sends a link to whoever forgot theirs, and tells nothing', async () => {
    within(SignIn, {});
    await userEvent.click(screen.getByRole('button', { name: 'Forgot your password?' }));
    await userEvent.type(screen.getByLabelText('User name or email address'), 'mara');
    await userEvent.click(screen.getByRole('button', { name: 'Send me a link' }));
    expect(await screen.findByText(/If somebody here has this user name/)).toBeInTheDocument();
    expect(calls.POST).toHaveBeenCalledWith('/api/sign-in/forgotten', { body: { login: 'mara' } });
    await userEvent.click(screen.getByRole('button', { name: 'Back to signing in' }));
    expect(screen.getByLabelText('Password')).toBeInTheDocument();
  });

  it('offers the demo people where the demo data is, and nowhere else', async () => {
    within(SignIn, {});
    expect(screen.queryByText(/Demo data is loaded/)).toBeNull();
    session.view = {
      me: null,
      needsSetup: false,
      demo: true,
      today: '2027-03-15',
      timeZone: 'UTC',
      writing: NEUTRAL
    };
    await userEvent.click(await screen.findByRole('button', { name: 'helen, manager' }));
    expect(screen.getByLabelText('User name')).toHaveValue('helen');
    expect(screen.getByLabelText('Password')).toHaveValue('tally-demo');
  });
});

describe('an empty company', () => {
  it('is set up and its administrator signed in at once', async () => {
    within(SetUp, {});
    await userEvent.type(screen.getByLabelText(/^Code/), '1234-5678');
    await userEvent.type(screen.getByLabelText('Company'), 'Ours');
    await userEvent.selectOptions(await screen.findByLabelText('Country'), 'DE');
    expect(screen.getByText(/Taxes of Germany: 19 %, 7 %, 0 %/)).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText('Your name'), 'Ana');
    await userEvent.type(screen.getByLabelText('User name'), 'ana');
    await userEvent.type(screen.getByLabelText(/^Password/), 'long enough');
    await userEvent.click(screen.getByRole('button', { name: 'Set up and sign in' }));
    await vi.waitFor(() => expect(session.me).not.toBeNull());
    expect(calls.POST.mock.calls[0]).toEqual([
      '/api/setup',
      {
        body: {
          code: '1234-5678',
          company: 'Ours',
          country: 'DE',
          language: 'de',
          currency: 'EUR',
          timeZone: HERE,
          name: 'Ana',
          email: '',
          login: 'ana',
          password: 'long enough'
        }
      }
    ]);
  });

  it('names what is missing at its field', async () => {
    calls.POST.mockResolvedValueOnce(
      refused(
        ['password', 'A password has at least 8 characters.'],
        ['currency', 'There is no currency XYZ.']
      )
    );
    within(SetUp, {});
    await userEvent.click(screen.getByRole('button', { name: 'Set up and sign in' }));
    expect(await screen.findByText('A password has at least 8 characters.')).toBeInTheDocument();
    expect(screen.getByText('There is no currency XYZ.')).toBeInTheDocument();
    expect(session.me).toBeNull();
  });
});
