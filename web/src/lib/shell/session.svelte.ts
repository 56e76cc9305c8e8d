import { api, ask, type Schemas } from '$lib/api/client';
import { queries } from '$lib/api/queries';
import { isToday } from '$lib/ui/format';

/** Who is signed in, and the company. One for the whole page. */
class Session {
  view = $state<Schemas['SessionView'] | null>(null);
  company = $state<Schemas['CompanyView'] | null>(null);

  get me() {
    return this.view?.me ?? null;
  }

  get sells() {
    return this.me !== null && this.me.role !== 'credit-controller';
  }

  get manages() {
    return this.me?.role === 'manager' || this.me?.role === 'administrator';
  }

  async load() {
    const before = this.view?.me?.id;
    const view = await ask(api.GET('/api/session'));
    // The next person must not see what the one before was shown.
    if (before !== view.me?.id) queries.clear();
    this.view = view;
    isToday(this.view.today, this.view.timeZone);
    if (this.view.me) {
      this.company = await ask(api.GET('/api/company'));
    }
  }

  async signIn(login: string, password: string) {
    await ask(api.POST('/api/session', { body: { login, password } }));
    await this.load();
  }

  async signOut() {
    await ask(api.DELETE('/api/session'));
    location.href = '/';
  }
}

export const session = new Session();
