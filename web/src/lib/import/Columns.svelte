<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  /** Which column of a file holds what, and what stands for all rows that have nothing there. */
  let {
    job,
    columns = $bindable(),
    values = $bindable(),
    running,
    at,
    onCheck
  }: {
    job: Schemas['ImportView'];
    columns: Record<string, number>;
    values: Record<string, string>;
    running: boolean;
    at: (field: string) => string | undefined;
    onCheck: () => void;
  } = $props();
</script>

<section class="leaf pad" aria-label="Columns">
  <h2>Columns</h2>
  {#each job.fields as f (f.field)}
    <div class="match">
      <label for="column-{f.field}"
        >{f.label}{#if f.needed}<b class="heed" title="required">*</b>{/if}</label
      >
      <select
        class="box"
        id="column-{f.field}"
        name={f.field}
        bind:value={columns[f.field]}
        aria-invalid={at(f.field) ? 'true' : undefined}
      >
        <option value={-1}>–</option>
        {#each job.columns as name, n (n)}<option value={n}>{name}</option>{/each}
      </select>
      {#if f.forAll}
        <input
          class="box"
          name="all-{f.field}"
          aria-label="{f.label} where the row has none"
          placeholder="where the row has none"
          value={values[f.field] ?? ''}
          oninput={(e) => (values[f.field] = e.currentTarget.value)}
        />
      {/if}
    </div>
  {/each}
  <p class="acts">
    <button class="act main" disabled={running} onclick={onCheck}>Check (nothing is saved)</button>
  </p>
</section>

<style>
  .pad {
    padding: 12px 14px;
  }
  .match {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr);
    align-items: center;
    padding: 2px 0;
    gap: 2px 6px;
  }
  .match input {
    grid-column: 2;
  }
  .acts {
    margin: 10px 0;
  }
</style>
