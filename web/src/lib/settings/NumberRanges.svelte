<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  /** How the numbers of records begin, and from where they go on. */
  let {
    ranges,
    mayChange,
    onChange
  }: { ranges: Schemas['NumberRange'][]; mayChange: boolean; onChange: () => unknown } = $props();
  let of = $state.raw<Schemas['NumberRange'] | null>(null);
  const form = new Form({
    values: { prefix: '', next: '' },
    send: (body) =>
      ask(api.PUT('/api/number-ranges/{letter}', { params: { path: { letter: of?.letter ?? '' } }, body })),
    done: () => {
      of = null;
      return onChange();
    }
  });

  function edit(range: Schemas['NumberRange']) {
    of = range;
    form.begin({ prefix: range.prefix, next: String(range.next) });
  }
</script>

<table class="ledger" aria-label="Number ranges">
  <thead><tr><th>Of</th><th>Next number</th><th>Act</th></tr></thead>
  <tbody>
    {#each ranges as range (range.letter)}
      <tr>
        <td>{range.records}</td>
        <td>{range.prefix}{range.next}</td>
        <td
          >{#if mayChange}<button class="plain" onclick={() => edit(range)}>Edit…</button>{/if}</td
        >
      </tr>
    {/each}
  </tbody>
</table>

<Ask
  bind:open={() => of !== null, (open) => (of = open ? of : null)}
  title={`Numbers of ${of?.records.toLowerCase() ?? ''}`}
>
  <form class="form one" onsubmit={form.submit}>
    <Entry {form} name="prefix" label="Begin with" focus />
    <Entry {form} name="next" label="Next number" />
    <p class="quiet">Numbers that were given stay. Capital letters and a dash, such as Q- or Q-27-.</p>
    <FormFoot {form} />
  </form>
</Ask>
