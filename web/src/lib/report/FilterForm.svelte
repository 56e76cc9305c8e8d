<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { figure } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { filters, narrowed, type TableAsk } from './ask';
  /** Which groups of a field are wanted, of those that the other filters leave, with how many records each has. */
  let {
    ask,
    field,
    onDone
  }: { ask: TableAsk; field: Schemas['TableField']; onDone: (filter: string) => unknown } = $props();
  let text = $state('');
  const found = load<Schemas['TableValue'][]>(
    () => ['table', 'values', ask, field.name, text],
    () =>
      api.GET('/api/table/values', {
        params: { query: { ...ask, field: field.name, ...(text.trim() ? { text } : {}) } }
      }),
    () => true,
    true
  );
  let keys = $state<string[]>([]);
  let begun = $state('');
  $effect.pre(() => {
    if (begun === field.name) return;
    begun = field.name;
    keys = filters(ask.filter).find((f) => f.field === field.name)?.keys ?? [];
  });
  const rows = $derived(found.data ?? []);

  function turn(key: string, on: boolean) {
    keys = on ? [...keys, key] : keys.filter((k) => k !== key);
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    // Enter on what was typed takes the first that fits, so that a filter needs no tick.
    const only = text.trim() !== '' && keys.length === 0 ? rows[0]?.key : undefined;
    void onDone(narrowed(ask.filter, field.name, only === undefined ? keys : [only]));
  }
</script>

<form class="form one" onsubmit={submit}>
  <!-- svelte-ignore a11y_autofocus -->
  <input
    class="box"
    aria-label="Find in {field.title}"
    placeholder="type to find"
    autofocus
    bind:value={text}
  />
  <Notice refusal={refusalOf(found)} />
  <div class="list">
    {#each rows as r (r.key)}
      <label
        ><input
          type="checkbox"
          checked={keys.includes(r.key)}
          onchange={(e) => turn(r.key, e.currentTarget.checked)}
        />
        {r.label}<span class="quiet figure">{figure(String(r.count))}</span></label
      >
    {:else}<p class="quiet">{found.isPending ? 'Loading…' : 'Nothing of this name.'}</p>{/each}
  </div>
  {#if rows.length === 100}<p class="quiet">
      The first hundred. Type a part of the name to find the others.
    </p>{/if}
  <div class="row">
    <button class="act main" type="submit">Filter</button>
    {#if keys.length}<button
        class="act"
        type="button"
        onclick={() => onDone(narrowed(ask.filter, field.name, []))}>No filter</button
      >{/if}
  </div>
</form>

<style>
  .list {
    max-height: 320px;
    overflow: auto;
    border: 1px solid var(--rule);
    background: var(--paper);
  }
  .list p {
    padding: 6px 10px;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 4px 10px;
    min-height: 30px;
    border-bottom: 1px solid var(--rule);
  }
  label span {
    margin-left: auto;
  }
  @media (pointer: coarse) {
    label {
      min-height: 44px;
    }
  }
</style>
