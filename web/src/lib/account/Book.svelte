<script lang="ts">
  import { untrack } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { rounded, words } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import { say } from '$lib/ui/said';
  /** What somebody has to hand over: which accounts, to whom and until when, with what goes with them. */
  let { from, sellers, onDone }: { from: number; sellers: Schemas['UserView'][]; onDone: () => unknown } =
    $props();
  type Account = Schemas['BookAccount'];
  const query = load(
    () => ['reassignments', 'book', from],
    () => api.GET('/api/reassignments/book', { params: { query: { owner: from } } })
  );
  const left = new SvelteSet<number>();
  let q = $state('');
  const book = rowsOf(query, (all) => all.filter((a) => fits(a, q.trim().toLowerCase())));
  const all = $derived(query.data ?? []);
  const chosen = $derived(all.filter((a) => !left.has(a.id)));
  const sums = $derived({
    accounts: chosen.length,
    opportunities: chosen.reduce((sum, a) => sum + a.opportunities, 0),
    activities: chosen.reduce((sum, a) => sum + a.activities, 0)
  });
  const colleagues = $derived(sellers.filter((p) => p.id !== from));
  const form = new Form({
    values: { toId: '', until: '' },
    send: ({ toId, until }) => {
      const whole = chosen.length === all.length;
      const accounts = whole ? [] : chosen.map((a) => a.id);
      return ask(
        api.POST('/api/reassignments', {
          body: { fromId: untrack(() => from), toId: Number(toId) || untrack(() => from), until, accounts }
        })
      );
    },
    done: async () => {
      const to = colleagues.find((p) => String(p.id) === form.values.toId)?.name ?? '';
      say(`${sums.accounts} accounts reassigned${to ? ' to ' + to : ''}.`);
      left.clear();
      form.discard();
      await query.refetch();
      await onDone();
    }
  });
  form.labels['accounts'] = 'Accounts';

  function fits(account: Account, typed: string): boolean {
    return [account.number, account.name, account.town, account.industry, account.status]
      .join(' ')
      .toLowerCase()
      .includes(typed);
  }

  function turn(accounts: Account[], on: boolean) {
    for (const account of accounts) {
      if (on) left.delete(account.id);
      else left.add(account.id);
    }
  }
  const COLUMNS = [
    { label: 'Chosen', drawn: true },
    { label: 'Number' },
    { label: 'Account' },
    { label: 'Town' },
    { label: 'Industry' },
    { label: 'State' },
    { label: 'Open opportunities', figure: true },
    { label: 'Value', figure: true },
    { label: 'Planned activities', figure: true }
  ];
</script>

<form class="leaf pad" onsubmit={form.submit} aria-label="Reassign accounts">
  <p class="sums" role="status">
    {#if query.data}<b>{sums.accounts}</b> of {all.length} accounts, with <b>{sums.opportunities}</b> open
      opportunities and <b>{sums.activities}</b> planned activities, go to{:else}Loading…{/if}
  </p>
  <Pick
    {form}
    name="toId"
    label="Colleague"
    options={[
      ['', 'choose a colleague'],
      ...colleagues.map((p) => [String(p.id), p.name + (p.team ? ', ' + p.team : '')] as const)
    ]}
  />
  <Entry {form} name="until" label="Last day (blank: permanently)" type="date" />
  <FormFoot
    {form}
    label="Reassign {sums.accounts} accounts"
    disabled={chosen.length === 0 || form.values.toId === ''}
    hint="After the last day whatever is still with the colleague is returned automatically."
  />
</form>
{#if form.at('accounts')}<p class="bad">{form.at('accounts')}</p>{/if}
<input class="box narrow" placeholder="Name, town, industry or state" aria-label="Filter" bind:value={q} />
<div class="book">
  <Rows
    label="Accounts to reassign"
    columns={COLUMNS}
    list={book}
    key={(a: Account) => a.id}
    quiet={(a: Account) => left.has(a.id)}
    empty={q ? 'No account matches the filter.' : 'No accounts.'}
  >
    {#snippet head()}<input
        type="checkbox"
        aria-label="All that are shown"
        checked={book.rows.length > 0 && book.rows.every((a) => !left.has(a.id))}
        indeterminate={book.rows.some((a) => left.has(a.id)) && book.rows.some((a) => !left.has(a.id))}
        onchange={(e) => turn(book.rows, e.currentTarget.checked)}
      />{/snippet}
    {#snippet row(a: Account)}
      <td
        ><input
          type="checkbox"
          aria-label={a.name}
          checked={!left.has(a.id)}
          onchange={(e) => turn([a], e.currentTarget.checked)}
        /></td
      >
      <td class="number"><a href="/accounts/{a.id}">{a.number}</a></td>
      <td class="lead">{a.name}</td>
      <td>{a.town}</td>
      <td class="quiet">{a.industry}</td>
      <td class="quiet">{words(a.status)}</td>
      <td class="figure off">{a.opportunities || '–'}</td>
      <td class="figure worth">{a.opportunities ? rounded(a.value) : '–'}</td>
      <td class="figure off">{a.activities || '–'}</td>
    {/snippet}
  </Rows>
</div>

<style>
  form {
    display: flex;
    gap: 10px 14px;
    align-items: end;
    flex-wrap: wrap;
  }
  .sums {
    flex: 1 1 100%;
  }
  .narrow {
    max-width: 320px;
    margin: 12px 0 6px;
  }
  .book {
    max-height: 52vh;
    overflow: auto;
  }
</style>
