<script lang="ts">
  import type { Form } from './form.svelte';
  import { guard } from './guard';
  import Notice from '$lib/ui/Notice.svelte';
  import { onMount } from 'svelte';
  /** What stands at the end of every form: what is wrong, whose entries differ, and the button. */
  let {
    form,
    label = 'Save',
    secondary = false,
    hint = '',
    disabled = false,
    children
  }: {
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- of whatever values
    form: Form<any, any>;
    label?: string;
    /** the button is not the screen's first @default false */
    secondary?: boolean;
    hint?: string;
    disabled?: boolean;
    /** further buttons */
    children?: import('svelte').Snippet;
  } = $props();
  const around = guard();
  onMount(() => {
    around?.forms.add(form);
    return () => around?.forms.delete(form);
  });

  function shown(value: unknown): string {
    if (value === null || value === undefined || value === '') return '–';
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(inWords).join('; ');
    return inWords(value);
  }

  function inWords(value: unknown): string {
    if (typeof value !== 'object' || value === null) return String(value);
    return Object.values(value)
      .filter((part) => typeof part === 'string' && part !== '')
      .join(', ');
  }
</script>

<div class="foot">
  {#if form.restored}
    <p class="restored" role="status">
      Your unsaved entries are restored.
      <button type="button" class="plain" onclick={() => form.discard()}>Discard them</button>
    </p>
  {/if}
  {#if form.theirs}
    <div class="conflict" role="alert">
      <p>
        <strong>{form.refusal?.message ?? 'Somebody else changed this first'}.</strong>
        {form.refusal?.detail}
      </p>
      {#if form.differences.length}
        <table class="ledger" aria-label="What differs">
          <thead><tr><th>Field</th><th>Yours</th><th>Theirs</th></tr></thead>
          <tbody>
            {#each form.differences as d (d.field)}
              <tr
                ><th scope="row">{form.labels[d.field] ?? d.field}</th><td class:quiet={!d.touched}
                  >{d.touched ? shown(d.mine) : 'not changed by you'}</td
                ><td>{shown(d.theirs)}</td></tr
              >
            {/each}
          </tbody>
        </table>
      {/if}
      <p class="row">
        <button type="button" class="act main" disabled={form.busy} onclick={() => void form.saveMine()}
          >Save mine</button
        >
        <button type="button" class="act" disabled={form.busy} onclick={() => form.takeTheirs()}
          >Take theirs</button
        >
      </p>
    </div>
  {:else}
    <Notice
      refusal={form.refusal && (form.wrong.length === 0 || form.refusal.problems.length === 0)
        ? form.refusal
        : null}>Your entries are kept.</Notice
    >
    {#if form.wrong.length}
      <p class="bad wrong" role="alert">
        {form.wrong.length === 1 ? '1 entry' : `${form.wrong.length} entries`} to correct: {form.wrong.join(
          ', '
        )}.
      </p>
    {/if}
    <p class="row">
      <button class="act" class:main={!secondary} disabled={disabled || form.busy} aria-busy={form.busy}
        >{form.busy ? 'Saving…' : label}</button
      >
      {@render children?.()}
      {#if hint}<span class="quiet">{hint}</span>{/if}
    </p>
  {/if}
</div>

<style>
  .foot {
    grid-column: 1 / -1;
  }
  .row {
    margin-top: var(--gap);
  }
  .restored,
  .wrong {
    font-size: var(--type-small);
  }
  .conflict {
    border: 1px solid var(--brass);
    border-left-width: 4px;
    background: var(--brass-wash);
    padding: 8px 12px;
  }
</style>
