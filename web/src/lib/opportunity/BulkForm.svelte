<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask } from '$lib/api/client';
  import StepFields from '$lib/activity/StepFields.svelte';
  import { after, emptyStep } from '$lib/activity/step';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  import type { Bulk } from './chosen.svelte';
  import { sells } from '$lib/users/sells';
  /** One act on the opportunities that were chosen. */
  let {
    act,
    chosen,
    onDone
  }: { act: Bulk; chosen: { id: number; version: number }[]; onDone: () => unknown } = $props();
  const users = load(
    () => ['people'],
    () => api.GET('/api/users'),
    () => act === 'owner'
  );
  const used = load(
    () => ['used'],
    () => api.GET('/api/opportunities/used'),
    () => act === 'tag'
  );
  const colleagues = $derived([
    ['', 'choose a colleague'] as const,
    ...(users.data ?? [])
      .filter((u) => u.active && sells(u))
      .map((u) => [String(u.id), u.name + (u.team ? ', ' + u.team : '')] as const)
  ]);
  const LABEL = { owner: 'Reassign', tag: 'Add tag', activity: 'Plan' };
  const count = untrack(() => chosen.length);
  const form = new Form({
    values: { owner: '', tag: '', step: emptyStep(after(session.view?.today ?? '2026-01-01', 1)) },
    send: ({ owner, tag, step }) =>
      ask(
        api.POST('/api/opportunities/bulk', {
          body: {
            chosen,
            owner: act === 'owner' ? Number(owner) : null,
            tag: act === 'tag' ? tag : null,
            activity: act === 'activity' ? { ...step, personId: step.personId || null } : null
          }
        })
      ),
    done: async () => {
      const words = { owner: 'reassigned', tag: 'tagged', activity: 'have an activity planned' };
      say(`${count} opportunities ${words[act]}.`);
      await onDone();
    }
  });
  const list = $props.id();
</script>

<form class="form one" onsubmit={form.submit}>
  {#if act === 'owner'}
    <Pick {form} name="owner" label="Assign to" options={colleagues} />
    <p class="quiet">Planned activities of each owner go along.</p>
  {:else if act === 'tag'}
    <Entry {form} name="tag" label="Tag" {list} focus />
    <datalist id={list}
      >{#each used.data?.tags ?? [] as tag (tag)}<option value={tag}></option>{/each}</datalist
    >
  {:else}
    <StepFields bind:step={form.values.step} refusal={form.refusal} prefix="" />
  {/if}
  <FormFoot {form} label="{LABEL[act]}: {count}" disabled={act === 'owner' && form.values.owner === ''} />
</form>
