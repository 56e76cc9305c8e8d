<script lang="ts">
  import { tick } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { day } from '$lib/ui/format';
  import type { LetterForm } from './letter';
  /** The letter and terms of a quote: written on a draft, read on what was sent. */
  let {
    q,
    form,
    field = ''
  }: {
    q: Schemas['QuoteView'];
    form: LetterForm;
    /** the field to begin at, where something is to be mended there */
    field?: string;
  } = $props();
  $effect(() => {
    if (!field) return;
    void tick().then(() => document.querySelector<HTMLElement>(`.letter [name='${field}']`)?.focus());
  });
</script>

{#if q.may.change}
  <form class="form one letter" onsubmit={form.submit}>
    <Entry {form} name="addressee" label="Address" rows={4} />
    <Entry {form} name="emailTo" label="Email to (several between commas)" />
    <Entry {form} name="validUntil" label="Valid until" type="date" />
    <Entry {form} name="letter" label="Cover letter" rows={9} />
    <p class="quiet small">
      Fields in braces are filled in where it is read: {'{contact}, {subject}, {valid until}, {total}, {rep}'}.
    </p>
    <Entry {form} name="paymentTerms" label="Payment terms" />
    <Entry {form} name="deliveryTerms" label="Delivery terms" />
    <Tick {form} name="showPictures" label="With pictures" />
    <Tick {form} name="showDiscounts" label="With line discounts" />
    <Tick {form} name="showDelivery" label="With stock and lead times" />
    <FormFoot {form} label="Save letter and terms" secondary={!form.dirty} />
  </form>
{:else}
  <dl>
    <dt>Address</dt>
    <dd>{q.terms.addressee}</dd>
    <dt>Email</dt>
    <dd>{q.terms.emailTo}</dd>
    <dt>Valid until</dt>
    <dd>{day(q.terms.validUntil)}</dd>
    <dt>Payment</dt>
    <dd>{q.words.paymentTerms}</dd>
    <dt>Delivery</dt>
    <dd>{q.words.deliveryTerms}</dd>
    <dt>Letter</dt>
    <dd>{q.words.letter}</dd>
  </dl>
{/if}

<style>
  dl {
    display: grid;
    grid-template-columns: 84px minmax(0, 1fr);
    gap: 4px 10px;
  }
  dt {
    color: var(--stone);
  }
  dd {
    white-space: pre-line;
    overflow-wrap: anywhere;
  }
  .small {
    font-size: var(--type-small);
  }
</style>
