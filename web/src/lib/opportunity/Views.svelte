<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Kept views: one's own and the team's; the present one can be kept under a name. */
  let {
    text,
    onChoose,
    keeping = $bindable(false)
  }: { text: string; onChoose: (query: string) => void; keeping?: boolean } = $props();
  const views = load(
    () => ['views'],
    () => api.GET('/api/views')
  );
  const acts = new Acts(() => views.refetch());
  let name = $state('');
  let shared = $state(false);
  const here = $derived(views.data?.find((v) => v.query === text));

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    keeping = !(await acts.run(() => ask(api.POST('/api/views', { body: { name, shared, query: text } }))));
  }

  function drop() {
    if (here) void acts.run(() => ask(api.DELETE('/api/views/{id}', { params: { path: { id: here.id } } })));
  }
</script>

<select
  class="box"
  aria-label="Saved views"
  value={here ? String(here.id) : ''}
  onchange={(e) => {
    const chosen = views.data?.find((v) => String(v.id) === e.currentTarget.value);
    if (chosen) onChoose(chosen.query);
  }}
>
  <option value="">Views…</option>
  {#each views.data ?? [] as view (view.id)}
    <option value={String(view.id)}>{view.name}{view.mine ? '' : ', ' + view.owner}</option>
  {/each}
</select>
{#if here?.mine}<button class="plain" onclick={drop}>Delete view</button>
{:else if !here}<button class="plain" onclick={() => (keeping = true)}>Save view</button>{/if}
<Ask bind:open={keeping} title="Save this view">
  <form onsubmit={keep}>
    <Field label="Name" name="name" bind:value={name} problem={acts.at('name')} focus />
    <label><input type="checkbox" bind:checked={shared} /> shared with the team</label>
    <Notice refusal={acts.refusal} />
    <p><button class="act main">Save</button></p>
  </form>
</Ask>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
