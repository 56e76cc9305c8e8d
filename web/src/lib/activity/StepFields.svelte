<script lang="ts">
  import { api, type Refusal } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { load } from '$lib/ui/load.svelte';
  import type { Step } from './step';
  /** What a step is, by when and whose. */
  let {
    step = $bindable(),
    refusal,
    prefix,
    notes = false
  }: {
    step: Step;
    refusal: Refusal | null;
    /** before the names of fields in what is refused */
    prefix: string;
    /** whether a note can be chosen as well @default false */
    notes?: boolean;
  } = $props();
  const people = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const problems = $derived(
    ['kind', 'subject', 'due', 'time', 'personId'].map((f) => refusal?.at(prefix + f)).filter(Boolean)
  );
</script>

<div class="fields">
  <select class="box kind" aria-label="Kind" bind:value={step.kind}
    >{#each ['call', 'email', 'meeting', 'task'] as kind (kind)}<option>{kind}</option>{/each}
    {#if notes}<option>note</option>{/if}</select
  >
  <input
    class="box what"
    aria-label={step.kind === 'note' ? 'Note' : 'Next activity'}
    placeholder={step.kind === 'note' ? 'Note' : 'Next activity'}
    bind:value={step.subject}
    aria-invalid={refusal?.at(prefix + 'subject') ? 'true' : undefined}
  />
  {#if step.kind !== 'note'}
    <input
      class="box day"
      type="date"
      aria-label="Due"
      bind:value={step.due}
      aria-invalid={refusal?.at(prefix + 'due') ? 'true' : undefined}
    />
    <input class="box time" aria-label="Time" placeholder="time" bind:value={step.time} />
    <select class="box who" aria-label="Owner" bind:value={step.personId}>
      <option value={0}>{session.me?.name ?? 'me'}</option>
      {#each people.data?.filter((p) => p.id !== session.me?.id) ?? [] as p (p.id)}
        <option value={p.id}>{p.name}</option>
      {/each}
    </select>
  {/if}
</div>
{#each problems as problem (problem)}<p class="bad">{problem}</p>{/each}

<style>
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .kind {
    width: 88px;
  }
  .what {
    flex: 1 1 130px;
    width: auto;
  }
  .day {
    width: 132px;
  }
  .time {
    width: 64px;
  }
  .who {
    width: auto;
    max-width: 130px;
  }
  p {
    font-size: var(--type-small);
  }
</style>
