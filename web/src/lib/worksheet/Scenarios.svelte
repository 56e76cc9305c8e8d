<script lang="ts">
  import { onMount } from 'svelte';
  import type { Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { figure, moment, percent, words } from '$lib/ui/format';
  import Compare from './Compare.svelte';
  import type { Editor } from './editor.svelte';
  /** What if: scenarios kept beside the worksheet, compared with it, and taken in its place. */
  let { editor, locked }: { editor: Editor; locked: boolean } = $props();
  let rows = $state.raw<Schemas['ScenarioRow'][] | null>(null);
  let name = $state('');
  let dropped = $state.raw<Schemas['ScenarioRow'] | null>(null);
  let compared = $state.raw<Schemas['CompareView'] | null>(null);

  const acts = new Acts(async () => (rows = await editor.scenarios.list()));
  onMount(() => void acts.run(() => Promise.resolve()));

  function keep(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      await editor.scenarios.keep(name || `Scenario ${(rows?.length ?? 0) + 1}`, editor.form);
      name = '';
    });
  }

  function drop(row: Schemas['ScenarioRow']) {
    void acts.run(async () => {
      await editor.scenarios.drop(row.id);
      dropped = row;
    });
  }

  function back() {
    const row = dropped;
    if (row)
      void acts.run(async () => {
        await editor.scenarios.back(row.id);
        dropped = null;
      });
  }

  function compare(id: number) {
    void acts.run(async () => (compared = await editor.scenarios.compare(id, editor.form)));
  }

  function take() {
    const typed = compared?.typed;
    compared = null;
    if (!typed) return;
    void editor.edit(() => ({
      lines: typed.lines,
      discountPercent: typed.discountPercent ?? '',
      discountAmount: typed.discountAmount ?? ''
    }));
  }
</script>

<form onsubmit={keep}>
  <Field label="Name of the scenario" name="scenario" bind:value={name} problem={acts.at('name')} />
  <button class="act" disabled={locked || acts.busy}>Save</button>
</form>
{#if !acts.at('name')}<Notice refusal={acts.refusal} />{/if}
{#each rows ?? [] as row (row.id)}
  <div class="scenario">
    <b>{row.name}</b>
    <span class="figure">{row.contract ? figure(row.contract) : 'not valid now'}</span>
    <small
      >margin {percent(row.marginPercent)}, {row.signOffRole
        ? `${words(row.signOffRole)} signs`
        : 'no sign-off'}</small
    >
    <small class="figure">{row.keptBy}, {moment(row.at)}</small>
    <p>
      <button class="act" onclick={() => compare(row.id)}>Compare</button>
      <button class="plain" onclick={() => drop(row)}>Remove</button>
    </p>
  </div>
{:else}
  {#if rows}<p class="quiet">
      None yet. Save one, change the lines, and compare the two: net, margin, sign-off and credit, line by
      line.
    </p>{/if}
{/each}
{#if dropped}<p role="status">
    {dropped.name} removed. <button class="plain" onclick={back}>Restore</button>
  </p>{/if}
{#if compared}
  <Ask bind:open={() => true, (open) => !open && (compared = null)} title="Now, and “{compared.name}”" broad>
    <Compare {compared} onTake={take} onLeave={() => (compared = null)} />
  </Ask>
{/if}

<style>
  form {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    align-items: end;
    margin-bottom: 10px;
  }
  .scenario {
    border-top: 1px solid var(--rule);
    padding: 6px 0;
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 10px;
  }
  .scenario p {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    margin-top: 4px;
  }
  .scenario .act {
    min-height: 26px;
  }
  small {
    color: var(--stone);
  }
</style>
