import { QueryClient } from '@tanstack/svelte-query';
import { api, ask, asRefusal, type Refusal, type Schemas } from '$lib/api/client';

/** What a customer was shown: apart from what is asked inside, and emptied when they sign out. */
export const shown = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: 15_000 } } });

/** Who is signed in to the customer page. */
class VisitorState {
  me = $state.raw<Schemas['CustomerView'] | null>(null);
  refusal = $state.raw<Refusal | null>(null);
  asked = $state(false);

  async load() {
    this.refusal = null;
    try {
      this.me = await ask(api.GET('/api/customer'));
    } catch (thrown) {
      const refusal = asRefusal(thrown);
      this.me = null;
      this.refusal = refusal.status === 401 ? null : refusal;
    } finally {
      this.asked = true;
    }
  }

  async leave() {
    try {
      await ask(api.DELETE('/api/customer/session'));
      shown.clear();
      this.me = null;
    } catch (thrown) {
      this.refusal = asRefusal(thrown);
    }
  }
}

export const visitor = new VisitorState();
