<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { load } from '$lib/ui/load.svelte';
  /** Finds an account by its name or number. */
  let {
    label = 'Account',
    name = 'account',
    unpicked = $bindable(false),
    text = $bindable(''),
    problem,
    onPick
  }: {
    label?: string;
    name?: string;
    /** something is typed that is no account: what is asked for must not be answered as if for nobody */
    unpicked?: boolean;
    /** what is typed: "A-1005 · Millhithe Brewery" once one is picked */
    text?: string;
    problem?: string | undefined;
    onPick?: (account: Schemas['AccountRow'] | null) => unknown;
  } = $props();
  const id = $props.id();
  const found = load(
    () => ['accounts', 'pick', text.split(' · ')[0]],
    () => api.GET('/api/accounts', { params: { query: { q: text.split(' · ')[0] ?? '' } } }),
    () => text.trim() !== ''
  );
  const rows = $derived(found.data?.rows ?? []);
  let picked = $state('');
  $effect(() => {
    unpicked = text.trim() !== '' && picked === '';
  });
  $effect(() => {
    const row = rows.find((r) => text === `${r.number} · ${r.name}` || text === r.number);
    const key = row ? row.number : '';
    if (key !== picked) {
      picked = key;
      onPick?.(row ?? null);
    }
  });
</script>

<div>
  <label for={id}>{label}</label>
  <input
    class="box"
    {id}
    {name}
    list={id + 'l'}
    bind:value={text}
    autocomplete="off"
    aria-invalid={problem ? 'true' : undefined}
  />
  <datalist id={id + 'l'}
    >{#each rows as r (r.id)}<option value="{r.number} · {r.name}">{r.town}</option>{/each}</datalist
  >
  {#if problem}<div class="bad">{problem}</div>{/if}
</div>

<style>
  label {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 2px;
  }
  .bad {
    font-size: var(--type-small);
  }
</style>
