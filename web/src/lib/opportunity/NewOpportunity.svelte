<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, Refusal } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  /** Opens an opportunity with an account that is found by typing. */
  const acts = new Acts();
  let title = $state('');
  let account = $state('');
  let process = $state('');
  const accounts = load(
    () => ['accounts', account],
    () => api.GET('/api/accounts', { params: { query: { q: account.split(' · ')[0] ?? '' } } })
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes')
  );
  const living = $derived(
    processes.data?.processes.filter((p) => p.process.kind === 'new' && !p.process.deactivated) ?? []
  );

  function open(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      const wanted = account.split(' · ')[0]?.trim().toLowerCase();
      const rows = accounts.data?.rows ?? [];
      const found = rows.filter((a) => a.name.toLowerCase() === wanted);
      const chosen = found.length === 1 ? found[0] : rows.length === 1 ? rows[0] : undefined;
      if (!chosen) {
        throw new Refusal(
          0,
          'Choose an account',
          'Choose one from the list, or create a new account first.',
          [{ at: 'account', message: 'Choose one account.' }],
          null
        );
      }
      const made = await ask(
        api.POST('/api/opportunities', {
          body: { accountId: chosen.id, title, processId: process ? Number(process) : null, contactId: null }
        })
      );
      await goto('/opportunities/' + made.id);
    });
  }
</script>

<form onsubmit={open}>
  <Field
    label="Account"
    name="account"
    bind:value={account}
    list="accounts"
    problem={acts.at('account')}
    focus
  />
  <datalist id="accounts"
    >{#each accounts.data?.rows.slice(0, 20) ?? [] as a (a.id)}<option value={a.name}>{a.town}</option
      >{/each}</datalist
  >
  <Field label="Title" name="title" bind:value={title} problem={acts.at('title')} />
  {#if living.length > 1}
    <Choice
      label="Sales process"
      name="process"
      bind:value={process}
      options={[
        ['', living[0]?.process.name ?? ''],
        ...living.slice(1).map((p) => [String(p.process.id), p.process.name] as const)
      ]}
    />
  {/if}
  <Notice refusal={acts.refusal} />
  <p class="more">
    <button class="act main">Create</button> <a href="/accounts?new">New account</a>
  </p>
</form>

<style>
  form {
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
  .more {
    margin-top: 6px;
    display: flex;
    gap: 16px;
    align-items: center;
  }
</style>
