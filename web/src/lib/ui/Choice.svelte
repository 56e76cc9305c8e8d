<script lang="ts">
  /** A label and a few words to choose from. */
  let {
    label,
    value = $bindable(),
    options,
    name,
    problem
  }: {
    label: string;
    value: string;
    /** what is kept, and what is shown for it */
    options: readonly (readonly [value: string, shown: string])[];
    name: string;
    problem?: string | undefined;
  } = $props();
  const id = $props.id();
</script>

<div>
  <label for={id}>{label}</label>
  <select class="box" {id} {name} bind:value aria-invalid={problem ? 'true' : undefined}>
    {#each options as [key, shown] (key)}<option value={key}>{shown}</option>{/each}
  </select>
  {#if problem}<div class="bad problem">{problem}</div>{/if}
</div>

<style>
  label {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 2px;
  }
  .problem {
    font-size: var(--type-small);
    margin-top: 2px;
  }
</style>
