import { untrack } from 'svelte';
import { api, ask, type Schemas } from '$lib/api/client';
import { Form } from '$lib/forms/form.svelte';
import { match } from '$lib/ui/acts.svelte';

function of(quote: Schemas['QuoteView']) {
  const { validUntil, addressee, emailTo, letter, paymentTerms, deliveryTerms } = quote.terms;
  const { showPictures, showDiscounts, showDelivery } = quote.terms;
  return {
    values: {
      validUntil,
      addressee,
      emailTo,
      letter,
      paymentTerms,
      deliveryTerms,
      showPictures,
      showDiscounts,
      showDelivery
    },
    version: quote.version
  };
}

/** The letter and terms of a quote as they are typed; it lives as long as the quote's page. */
export class LetterForm extends Form<ReturnType<typeof of>['values']> {
  constructor(q: Schemas['QuoteView'], done: () => unknown) {
    const path = { id: q.id };
    super({
      ...of(q),
      draft: `terms of quote ${q.id}`,
      send: (body, version) =>
        ask(api.PUT('/api/quotes/{id}', { params: { path, header: match(version) }, body })),
      reread: async () => of(await ask(api.GET('/api/quotes/{id}', { params: { path } }))),
      done
    });
  }

  /** Shows what the quote has become, unless something was typed. */
  seen(quote: Schemas['QuoteView']) {
    untrack(() => this.follow(of(quote)));
  }
}
