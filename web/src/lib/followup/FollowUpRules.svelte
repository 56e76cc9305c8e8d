<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { placeOf } from '$lib/shell/places';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { moment } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import FollowUpForm from './FollowUpForm.svelte';
  import { doing, EVENTS } from './events';
  /** What the company does by itself, and what it did. */
  const rules = load(
    () => ['follow-up-rules'],
    () => api.GET('/api/follow-up-rules')
  );
  const firings = load(
    () => ['follow-up-firings'],
    () => api.GET('/api/follow-up-rules/firings')
  );
  const users = load(
    () => ['users'],
    () => api.GET('/api/users')
  );
  const acts = new Acts(() => rules.refetch());
  let of = $state.raw<Schemas['FollowUpView'] | 'new' | null>(null);
  const nameOf = (person: number | null | undefined) =>
    person === null || person === undefined
      ? 'the owner'
      : ((users.data ?? []).find((user) => user.id === person)?.name ?? '…');
  const when = (event: string) => EVENTS.find(([key]) => key === event)?.[1] ?? event;

  function remove(rule: Schemas['FollowUpView']) {
    return acts.run(() =>
      ask(api.DELETE('/api/follow-up-rules/{id}', { params: { path: { id: rule.id } } }))
    );
  }
</script>

<h2>Follow-up rules</h2>
<p class="quiet">
  What is done by itself when something happens: a call planned, a tag set, somebody told. What came in by a
  file is not followed up, and no rule sets off another.
</p>
<Notice refusal={refusalOf(rules) ?? acts.refusal} />
<p class="add"><button class="act main" onclick={() => (of = 'new')}>Add a rule</button></p>
{#if rules.data?.rules.length}
  <table class="ledger cards" aria-label="Follow-up rules">
    <thead><tr><th>Rule</th><th>When</th><th>Then</th><th>Act</th></tr></thead>
    <tbody>
      {#each rules.data.rules as rule (rule.id)}
        <tr>
          <td class="lead"
            >{rule.name}{#if !rule.active}<span class="quiet">, not in force</span>{/if}</td
          >
          <td>{when(rule.event)}</td>
          <td>{rule.actions.map((action) => doing(action, nameOf)).join('; ')}</td>
          <td
            ><button class="plain" onclick={() => (of = rule)}>Edit…</button>
            <button class="plain" disabled={acts.busy} onclick={() => void remove(rule)}>Remove</button></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{:else if rules.data}<p class="quiet">
    No rule yet. A usual first one: when a quote is sent, plan a call after 3 days for the owner.
  </p>{/if}
{#if firings.data?.firings.length}
  <h3>What they did</h3>
  <table class="ledger cards" aria-label="What rules did">
    <thead><tr><th>When</th><th>Rule</th><th>For</th><th>Done</th></tr></thead>
    <tbody>
      {#each firings.data.firings as one (one.id)}
        <tr>
          <td>{moment(one.at)}</td>
          <td>{one.rule}</td>
          <td><a href={placeOf(one.record, one.recordId, one.number)}>{one.number}</a></td>
          <td class={one.failed ? 'bad' : ''}>{one.failed ? `Not done: ${one.done}` : one.done}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<Ask
  bind:open={() => of !== null, (open) => (of = open ? of : null)}
  title={of && of !== 'new' ? of.name : 'Add a rule'}
  broad
>
  {#if of}
    <FollowUpForm
      rule={of === 'new' ? undefined : of}
      onDone={async () => {
        await rules.refetch();
        of = null;
      }}
    />
  {/if}
</Ask>

<style>
  .add {
    margin: 10px 0;
  }
  h3 {
    margin: 16px 0 4px;
  }
</style>
