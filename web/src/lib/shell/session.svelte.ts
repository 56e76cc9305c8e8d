import { api, ask, type Schemas } from '$lib/api/client';
import { queries } from '$lib/api/queries';
import { isToday, writesAs } from '$lib/ui/format';

/** Who is signed in, and the company. One for the whole page. */
class Session {
  view = $state<Schemas['SessionView'] | null>(null);
  company = $state<Schemas['CompanyView'] | null>(null);

  get me() {
    return this.view?.me ?? null;
  }

  get sells() {
    return this.me !== null && this.me.roles.some((role) => role !== 'credit-controller');
  }

  /** Whether they do nothing but sell, and so look at what is theirs first. */
  get onlySells() {
    return this.me?.roles.join() === 'rep';
  }

  get keepsBooks() {
    return this.is('credit-controller') || this.is('administrator');
  }

  get administrates() {
    return this.is('administrator');
  }

  is(role: string) {
    return this.me?.roles.includes(role) ?? false;
  }

  get manages() {
    return this.is('manager') || this.is('administrator');
  }

  async load() {
    const before = this.view?.me?.id;
    const view = await ask(api.GET('/api/session'));
    // The next person must not see what the one before was shown.
    if (before !== view.me?.id) queries.clear();
    this.view = view;
    isToday(this.view.today, this.view.timeZone);
    writesAs(this.view.writing);
    if (this.view.me && !this.view.me.needsSecondFactor) {
      this.company = await ask(api.GET('/api/company'));
    }
  }

  /** Whether it is done; if not, the code of the second factor is wanted. */
  async signIn(login: string, password: string, code = ''): Promise<boolean> {
    const came = await ask(api.POST('/api/session', { body: { login, password, code } }));
    if (!came.wantsCode) await this.load();
    return !came.wantsCode;
  }

  async signOut() {
    await ask(api.DELETE('/api/session'));
    location.href = '/';
  }
}

export const session = new Session();
