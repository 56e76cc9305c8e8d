<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { PURPOSES } from '$lib/settings/texts';
  import { ACTIONS, ACTIVITIES, LETTERS } from './events';
  /** What a rule does, one after the other. */
  let {
    actions = $bindable(),
    users,
    at
  }: {
    actions: Schemas['FollowUpAction'][];
    users: Schemas['UserView'][];
    at: (where: string) => string | undefined;
  } = $props();
  const active = $derived(users.filter((user) => user.active));
  const WORDS: Record<string, string> = { plan: 'What', tag: 'Tag', tell: 'Subject', email: 'Subject' };
  const PARTS = ['kind', 'activity', 'words', 'days', 'personId', 'purpose', 'text'];

  function problems(i: number) {
    return PARTS.flatMap((part) => at(`actions[${i}].${part}`) ?? []);
  }
</script>

{#each actions as action, i (i)}
  <div class="action" role="group" aria-label={`Action ${i + 1}`}>
    <select class="box" aria-label={`What is done, ${i + 1}`} bind:value={action.kind}>
      {#each ACTIONS as [key, words] (key)}<option value={key}>{words}</option>{/each}
    </select>
    {#if action.kind === 'plan'}
      <select class="box" aria-label={`Kind of activity, ${i + 1}`} bind:value={action.activity}>
        {#each ACTIVITIES as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select>
    {/if}
    <input
      class="box words"
      aria-label={`${WORDS[action.kind] ?? 'What'}, ${i + 1}`}
      placeholder={WORDS[action.kind]}
      bind:value={action.words}
    />
    {#if action.kind === 'plan'}
      <label class="days"
        >after <input class="box figure" aria-label={`Days, ${i + 1}`} bind:value={action.days} /> days</label
      >
    {/if}
    {#if action.kind === 'plan' || action.kind === 'tell'}
      <select class="box" aria-label={`For whom, ${i + 1}`} bind:value={action.personId}>
        <option value={null}>the owner</option>
        {#each active as user (user.id)}<option value={user.id}>{user.name}</option>{/each}
      </select>
    {/if}
    {#if action.kind === 'email'}
      <select class="box" aria-label={`Text from the settings, ${i + 1}`} bind:value={action.purpose}>
        <option value="">words of its own</option>
        {#each LETTERS as purpose (purpose)}<option value={purpose}>{PURPOSES[purpose]}</option>{/each}
      </select>
    {/if}
    <button
      type="button"
      class="plain"
      disabled={actions.length === 1}
      onclick={() => (actions = actions.filter((_, n) => n !== i))}>Remove</button
    >
    {#if action.kind === 'email' && action.purpose}
      <p class="quiet">In the customer’s language, as the settings have it when it is sent.</p>
    {:else if action.kind === 'tell' || action.kind === 'email'}
      <textarea class="box" rows="4" aria-label={`Text, ${i + 1}`} bind:value={action.text}></textarea>
    {/if}
    {#each problems(i) as problem, n (n)}<div class="bad problem">{problem}</div>{/each}
  </div>
{/each}
<p>
  <button
    type="button"
    class="plain"
    onclick={() =>
      (actions = [
        ...actions,
        { kind: 'plan', activity: 'task', words: '', days: '0', personId: null, text: '', purpose: '' }
      ])}>Add an action</button
  >
  <span class="quiet"
    >In words and texts: {'{number}, {title}, {account}, {owner}'}; to customers also {'{salutation}, {rep}, {company}'}.</span
  >
</p>

<style>
  .action {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: center;
    margin-bottom: 8px;
    padding-bottom: 8px;
    border-bottom: 1px solid var(--rule);
  }
  .action select {
    width: auto;
    max-width: 100%;
  }
  .words {
    flex: 1 1 180px;
  }
  .days {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .days input {
    width: 56px;
  }
  textarea,
  .problem {
    flex: 1 1 100%;
  }
</style>
