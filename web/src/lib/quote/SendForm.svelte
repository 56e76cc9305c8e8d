<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** The email that a quote leaves with, the first time or again. */
  let {
    q,
    message,
    onDone
  }: { q: Schemas['QuoteView']; message: Schemas['Message']; onDone: () => unknown } = $props();
  const again = $derived(q.state !== 'draft');
  const path = untrack(() => ({ id: q.id }));
  const form = new Form({
    values: untrack(() => ({
      to: message.to,
      copyToMe: message.copyToMe,
      subject: message.subject,
      text: message.text,
      followUpOn: message.followUpOn
    })),
    version: untrack(() => q.version),
    draft: untrack(() => `message of quote ${q.id}`),
    send: async (body, version) => {
      if (again) await ask(api.POST('/api/quotes/{id}/sent-again', { params: { path }, body }));
      else await ask(api.POST('/api/quotes/{id}/send', { params: { path, header: match(version) }, body }));
    },
    done: () => onDone()
  });
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole"><Entry {form} name="to" label="To (several between commas)" focus /></div>
  <div class="whole"><Entry {form} name="subject" label="Subject" /></div>
  <div class="whole"><Entry {form} name="text" label="Email" rows={11} /></div>
  {#if !again}<Entry {form} name="followUpOn" label="Follow up on" type="date" />{/if}
  <Tick {form} name="copyToMe" label="Copy to me" />
  <p class="whole">
    Enclosed: {message.files.join(', ')}
    <span class="quiet"
      >{'{link}'} becomes the secret link to the customer copy.{again
        ? ''
        : ' A sent quote can no longer be edited, only revised.'}</span
    >
  </p>
  <FormFoot {form} label={again ? 'Send again' : 'Send it'} />
</form>
