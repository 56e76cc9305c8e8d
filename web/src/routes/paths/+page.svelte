<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import PathEditor from '$lib/settings/PathEditor.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Sales paths and their stages, changed without losing history. */
  const paths = load(
    () => ['paths'],
    () => api.GET('/api/paths')
  );
  const acts = new Acts(() => paths.refetch());
  let chosen = $state('');
  let adding = $state(false);
  let name = $state('');
  let kind = $state('new');
  const shown = $derived(paths.data?.paths.find((p) => String(p.path.id) === chosen) ?? paths.data?.paths[0]);
  const tabs = $derived(
    paths.data?.paths.map((p) => ({
      key: String(p.path.id),
      label: p.path.name,
      ...(p.path.retired ? { mark: 'retired' } : {})
    })) ?? []
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    adding = !(await acts.run(async () => {
      const made = await ask(api.POST('/api/paths', { body: { name, kind } }));
      chosen = String(made.id);
    }));
  }
  offer(() => (session.manages ? [{ label: 'New sales path', keys: 'n', run: () => (adding = true) }] : []));
</script>

<svelte:head><title>Sales paths · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>Sales paths</h1>
    {#if session.manages}<button class="act" onclick={() => (adding = true)}>New sales path</button>{/if}
  </div>
  <Notice refusal={refusalOf(paths)} />
  {#if shown}
    <Tabs
      {tabs}
      bind:chosen={() => String(shown.path.id), (key: string) => (chosen = key)}
      label="Sales paths"
    />
    {#key shown.path.id + '/' + shown.path.version}
      <PathEditor
        view={shown}
        teams={paths.data?.teams ?? []}
        mayChange={session.manages}
        onChange={() => paths.refetch()}
      />
    {/key}
  {/if}
</div>
<Ask bind:open={adding} title="New sales path">
  <form onsubmit={add}>
    <Field label="Name" name="name" bind:value={name} problem={acts.at('name')} focus />
    <Choice
      label="Of"
      name="kind"
      bind:value={kind}
      options={[
        ['new', 'new business'],
        ['renewal', 'renewals']
      ]}
      problem={acts.at('kind')}
    />
    <Notice refusal={acts.refusal} />
    <p><button class="act main">Add it</button></p>
  </form>
</Ask>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
