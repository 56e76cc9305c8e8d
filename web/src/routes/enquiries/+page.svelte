<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { tone } from '$lib/ui/tones';
  const list = load(
    () => ['enquiries'],
    () => api.GET('/api/enquiries')
  );
  const empty = { name: '', reach: '', town: '', about: '', source: 'phone' };
  let form = $state({ ...empty });
  let refusal = $state<Refusal | null>(null);
  let first: HTMLInputElement;

  async function take(event: SubmitEvent) {
    event.preventDefault();
    refusal = null;
    try {
      await ask(api.POST('/api/enquiries', { body: form }));
      form = { ...empty };
      first.focus();
      await list.refetch();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }

  async function takeOn(id: number) {
    refusal = null;
    try {
      const made = await ask(
        api.POST('/api/enquiries/{id}/opportunity', { params: { path: { id } }, body: { accountId: null } })
      );
      await goto('/opportunities/' + made.opportunityId);
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
  offer(() => [{ label: 'Take down an enquiry', keys: 'n', run: () => first.focus() }]);
  const FIELDS = [
    ['name', 'Who'],
    ['reach', 'Mail or phone'],
    ['town', 'Place'],
    ['about', 'What about'],
    ['source', 'Heard of us by']
  ] as const;
</script>

<svelte:head><title>Enquiries · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Enquiries</h1></div>
  <form class="leaf" onsubmit={take} aria-label="Take down an enquiry">
    {#each FIELDS as [name, label], n (name)}
      <label
        >{label}
        <input
          class="box"
          {name}
          bind:value={form[name]}
          aria-invalid={refusal?.at(name) ? 'true' : undefined}
          {@attach (node: HTMLInputElement) => {
            if (n === 0) first = node;
          }}
        />
        {#if refusal?.at(name)}<small class="bad">{refusal.at(name)}</small>{/if}</label
      >
    {/each}
    <button class="act main">Take down</button>
  </form>
  <Notice refusal={refusal ?? refusalOf(list)} />
  <table class="ledger" aria-label="Enquiries">
    <thead
      ><tr
        ><th>Number</th><th>Who</th><th>Reach</th><th>About</th><th>Source</th><th class="figure">Taken</th
        ><th>State</th><th>Owner</th><th><span class="sr-only">Do</span></th></tr
      ></thead
    >
    <tbody>
      {#each list.data ?? [] as row (row.id)}
        <tr>
          <td>{row.number}</td>
          <td>{row.name}</td>
          <td>{row.reach}</td>
          <td>{row.about}</td>
          <td class="quiet">{row.source}</td>
          <td class="figure">{day(row.takenAt)}</td>
          <td><Verdict tone={tone(row.state)}>{words(row.state)}</Verdict></td>
          <td class="quiet">{row.owner}</td>
          <td class="figure">
            {#if row.opportunityId}<a href="/opportunities/{row.opportunityId}">Opportunity</a>
            {:else if session.sells}<button class="plain" onclick={() => takeOn(row.id)}>Take on</button>{/if}
          </td>
        </tr>
      {:else}
        <tr
          ><td colspan="9" class="quiet"
            >{list.isPending
              ? 'Looking…'
              : 'None yet. Take the first one down above; one line is enough.'}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
</div>

<style>
  form {
    display: grid;
    grid-template-columns: 1.2fr 1.2fr 0.8fr 2fr 1fr auto;
    gap: 10px;
    align-items: end;
    padding: 10px 14px;
    margin-bottom: 12px;
  }
  label {
    font-size: 12px;
    color: var(--stone);
  }
  @media (max-width: 800px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
