<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import ProcessEditor from '$lib/process/ProcessEditor.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Sales processes and their stages, changed without losing history. */
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const acts = new Acts(() => processes.refetch());
  let chosen = $state('');
  let adding = $state(false);
  let name = $state('');
  let kind = $state('new');
  const shown = $derived(
    processes.data?.processes.find((p) => String(p.process.id) === chosen) ?? processes.data?.processes[0]
  );
  const tabs = $derived(
    processes.data?.processes.map((p) => ({
      key: String(p.process.id),
      label: p.process.name,
      ...(p.process.deactivated ? { mark: 'deactivated' } : {})
    })) ?? []
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    adding = !(await acts.run(async () => {
      const made = await ask(api.POST('/api/processes', { body: { name, kind } }));
      chosen = String(made.id);
    }));
  }
  offer(() =>
    session.manages ? [{ label: 'New sales process', keys: 'n', run: () => (adding = true) }] : []
  );
</script>

<svelte:head><title>Sales processes · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Sales processes</h1>
    {#if session.manages}<button class="act" onclick={() => (adding = true)}>New sales process</button>{/if}
  </div>
  <Notice refusal={refusalOf(processes)} />
  {#if shown}
    <Tabs
      {tabs}
      bind:chosen={() => String(shown.process.id), (key: string) => (chosen = key)}
      label="Sales processes"
    />
    {#key shown.process.id}
      <ProcessEditor
        view={shown}
        teams={processes.data?.teams ?? []}
        mayChange={session.manages}
        onChange={() => processes.refetch()}
      />
    {/key}
  {/if}
</div>
<Ask bind:open={adding} title="New sales process">
  <form onsubmit={add}>
    <Field label="Name" name="name" bind:value={name} problem={acts.at('name')} focus />
    <Choice
      label="For"
      name="kind"
      bind:value={kind}
      options={[
        ['new', 'new business'],
        ['renewal', 'renewals']
      ]}
      problem={acts.at('kind')}
    />
    <Notice refusal={acts.refusal} />
    <p><button class="act main">Add</button></p>
  </form>
</Ask>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
