<script lang="ts">
  import { termOf, withTerm, type OwnField } from './own';
  /** Narrows a list by the fields that the company added. */
  let {
    fields,
    terms,
    onChange
  }: { fields: readonly OwnField[]; terms: string; onChange: (terms: string) => unknown } = $props();
  const set = (field: OwnField, sign: string, value: string) =>
    onChange(withTerm(terms, field.id, sign, value));
</script>

{#each fields as field (field.id)}
  {#if field.kind === 'choice' || field.kind === 'yes-no'}
    <label
      >{field.name}
      <select
        class="box"
        value={termOf(terms, field.id, '=')}
        onchange={(e) => set(field, '=', e.currentTarget.value)}
      >
        <option value="">any</option>
        {#each field.kind === 'choice' ? field.choices : ['yes', 'no'] as value (value)}<option {value}
            >{value}</option
          >{/each}
      </select></label
    >
  {:else if field.kind === 'text'}
    <label
      >{field.name}
      <input
        class="box"
        value={termOf(terms, field.id, '=')}
        onchange={(e) => set(field, '=', e.currentTarget.value)}
      /></label
    >
  {:else}
    {#each [['>=', 'from'], ['<=', 'to']] as [sign = '', word] (sign)}
      <label
        >{field.name}
        {word}
        <input
          class="box"
          type={field.kind === 'date' ? 'date' : 'text'}
          value={termOf(terms, field.id, sign)}
          onchange={(e) => set(field, sign, e.currentTarget.value)}
        /></label
      >
    {/each}
  {/if}
{/each}

<style>
  label {
    font-size: var(--type-small);
    color: var(--stone);
  }
</style>
