<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Tick from '$lib/forms/Tick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { untrack } from 'svelte';
  /** What a copy takes along; it starts at the first stage, with the same account and title. */
  let { o }: { o: Schemas['OpportunityView'] } = $props();
  const id = untrack(() => o.id);
  const form = new Form({
    values: { lines: true, contact: true, source: true },
    send: (body) => ask(api.POST('/api/opportunities/{id}/copy', { params: { path: { id } }, body })),
    done: (made) => goto('/opportunities/' + made.id)
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <p class="quiet">The copy starts at the first stage, for the same account and with the same title.</p>
  <Tick {form} name="lines" label="Take the lines and discounts along" />
  <Tick {form} name="contact" label="Take the contact along" />
  <Tick {form} name="source" label="Take source and campaign along" />
  <FormFoot {form} label="Copy" />
</form>
