<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** A list of words to choose from: its order, new words, and names that change wherever they stand. */
  let { choices, onChange }: { choices: Schemas['Choices']; onChange: () => unknown } = $props();
  type Row = { value: string; was: string | null; used: number };
  const of = (all: Schemas['Choices']) => ({
    values: {
      rows: all.values.filter((v) => v.offered).map((v) => ({ value: v.value, was: v.value, used: v.used }))
    } as { rows: Row[] },
    version: all.version
  });
  const path = untrack(() => ({ list: choices.list }));
  const others = $derived(
    choices.values.filter((v) => !v.offered && !form.values.rows.some((row) => row.value === v.value))
  );
  const form = new Form({
    ...untrack(() => of(choices)),
    draft: `choices ${untrack(() => choices.list)}`,
    send: (values, version) =>
      ask(
        api.PUT('/api/choices/{list}', {
          params: { path, header: match(version) },
          body: { values: values.rows.map(({ value, was }) => ({ value, was })) }
        })
      ),
    reread: async () => of(await ask(api.GET('/api/choices/{list}', { params: { path } }))),
    done: () => {
      say('Saved.');
      return onChange();
    }
  });
  let typed = $state('');

  function add(value: string, used = 0) {
    if (value.trim())
      form.values.rows = [...form.values.rows, { value: value.trim(), was: used ? value : null, used }];
    typed = '';
  }

  function move(index: number, by: number) {
    const rows = [...form.values.rows];
    const [row] = rows.splice(index, 1);
    if (row) rows.splice(index + by, 0, row);
    form.values.rows = rows;
  }

  function remove(index: number) {
    form.values.rows = form.values.rows.filter((_, i) => i !== index);
  }
</script>

<form onsubmit={form.submit}>
  <table class="ledger" aria-label="Words">
    <thead><tr><th>Word</th><th class="figure">Used by</th><th>Act</th></tr></thead>
    <tbody>
      {#each form.values.rows as row, index (index)}
        <tr>
          <td
            ><input
              class="box"
              aria-label={`Word ${index + 1}`}
              bind:value={row.value}
            />{#if form.at(`values[${index}].value`)}<div class="bad problem">
                {form.at(`values[${index}].value`)}
              </div>{/if}</td
          >
          <td class="figure">{row.used || '–'}</td>
          <td class="acts">
            <button
              type="button"
              class="plain"
              disabled={index === 0}
              aria-label={`Move ${row.value} up`}
              onclick={() => move(index, -1)}>Up</button
            >
            <button
              type="button"
              class="plain"
              disabled={index === form.values.rows.length - 1}
              aria-label={`Move ${row.value} down`}
              onclick={() => move(index, 1)}>Down</button
            >
            <button
              type="button"
              class="plain"
              aria-label={`Remove ${row.value}`}
              onclick={() => remove(index)}>Remove</button
            >
          </td>
        </tr>
      {:else}<tr><td colspan="3" class="quiet">Nothing is offered yet; anything can be typed.</td></tr>{/each}
      <tr>
        <td colspan="2"
          ><input
            class="box"
            aria-label="New word"
            placeholder="New word"
            bind:value={typed}
            onkeydown={(event) => {
              if (event.key === 'Enter') {
                event.preventDefault();
                add(typed);
              }
            }}
          /></td
        >
        <td
          ><button type="button" class="plain" disabled={!typed.trim()} onclick={() => add(typed)}>Add</button
          ></td
        >
      </tr>
    </tbody>
  </table>
  {#if others.length}
    <p class="quiet">
      In use and not offered: {#each others as other (other.value)}<button
          type="button"
          class="plain"
          onclick={() => add(other.value, other.used)}>{other.value} ({other.used})</button
        >{/each}
    </p>
  {/if}
  <p class="quiet">
    A word that is changed here is changed on every record that has it. One that is removed stays where it was
    chosen.
  </p>
  <FormFoot {form} />
</form>

<style>
  .acts {
    white-space: nowrap;
  }
  p {
    margin: 8px 0;
  }
  p button {
    margin-right: 8px;
  }
  @media (max-width: 640px) {
    .acts {
      white-space: normal;
    }
    .acts button {
      display: block;
    }
    td input {
      min-width: 0;
    }
  }
</style>
