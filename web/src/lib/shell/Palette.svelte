<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import { actions } from './actions.svelte';
  import { session } from './session.svelte';
  import { placeOf, type Place } from './places';

  let { open = $bindable() }: { open: boolean } = $props();
  let text = $state('');
  let hits = $state<Schemas['Hit'][]>([]);
  let chosen = $state(0);
  let asked = 0;

  type Choice = { label: string; detail?: string; hint: string; run: () => unknown };
  const places: Place[] = [
    ['Day sheet', '/'],
    ['Enquiries', '/enquiries'],
    ['Opportunities', '/opportunities'],
    ['Quotes', '/quotes'],
    ['Orders', '/orders'],
    ['Renewals', '/renewals'],
    ['Accounts', '/accounts'],
    ['Catalogue', '/catalogue'],
    ['Reports', '/reports'],
    ['Outlook', '/reports/outlook'],
    ['What moved', '/reports/movement'],
    ['Where deals stick', '/reports/funnel'],
    ['Table', '/reports/table'],
    ['Meeting', '/reports/meeting'],
    ['Emails', '/outbox'],
    ['Call lists', '/calls'],
    ['Customer ranking', '/accounts/ranking'],
    ['Reassign accounts', '/accounts/reassignment'],
    ['Sales processes', '/processes'],
    ['Import', '/import'],
    ['Guide', '/guide']
  ];
  /** What can be done from anywhere. */
  const ACTS: Place[] = [
    ['New opportunity', '/opportunities?new'],
    ['New account', '/accounts?new'],
    ['Add enquiry', '/enquiries?new'],
    ['New call list', '/calls?new'],
    ['Import enquiries', '/import?kind=enquiries']
  ];
  const choices = $derived.by<Choice[]>(() => {
    const wanted = text.trim().toLowerCase();
    const here = actions.list
      .filter((action) => action.run && action.label.toLowerCase().includes(wanted))
      .map((action) => ({ label: action.label, hint: action.keys ?? 'do', run: () => action.run?.() }));
    const found = hits.map((hit) => ({
      label: `${hit.number} ${hit.words}`,
      detail: hit.detail,
      hint: hit.kind,
      run: () => goto(placeOf(hit.kind, hit.id, hit.number))
    }));
    const acts = (session.sells ? ACTS : [])
      .filter(([label]) => wanted !== '' && label.toLowerCase().includes(wanted))
      .filter(([label]) => !here.some((action) => action.label === label))
      .map(([label, path]) => ({ label, hint: 'do', run: () => goto(path) }));
    const there = places
      .filter(([label]) => label.toLowerCase().includes(wanted))
      .map(([label, path]) => ({ label, hint: 'go to', run: () => goto(path) }));
    return [...acts, ...here, ...found, ...there].slice(0, 14);
  });

  async function search() {
    chosen = 0;
    const number = ++asked;
    const found = text.trim() ? await ask(api.GET('/api/find', { params: { query: { q: text } } })) : [];
    // The last question asked wins, whichever answer comes first.
    if (number === asked) hits = found;
  }

  function run(choice: Choice | undefined) {
    if (!choice) return;
    open = false;
    text = '';
    hits = [];
    choice.run();
  }

  function keys(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') chosen = Math.min(chosen + 1, choices.length - 1);
    else if (event.key === 'ArrowUp') chosen = Math.max(chosen - 1, 0);
    else if (event.key === 'Enter') run(choices[chosen]);
    else return;
    event.preventDefault();
  }
</script>

<Ask bind:open title="Search or run a command" wide>
  <input
    class="box"
    type="text"
    name="find"
    role="combobox"
    aria-expanded="true"
    aria-controls="choices"
    aria-activedescendant="choice-{chosen}"
    aria-label="Name, number or command"
    placeholder="Name, number, phone, email, tag or command"
    bind:value={text}
    oninput={search}
    onkeydown={keys}
    autocomplete="off"
  />
  <div id="choices" role="listbox" aria-label="Found">
    {#each choices as choice, n (n)}
      <button
        role="option"
        id="choice-{n}"
        tabindex="-1"
        aria-selected={n === chosen}
        onclick={() => run(choice)}
        onmouseenter={() => (chosen = n)}
        ><span
          >{choice.label}{#if choice.detail}<em>{choice.detail}</em>{/if}</span
        ><small>{choice.hint}</small></button
      >
    {:else}
      <p class="quiet">No matches.</p>
    {/each}
  </div>
</Ask>

<style>
  #choices {
    margin-top: 8px;
  }
  button {
    display: flex;
    width: 100%;
    justify-content: space-between;
    gap: 12px;
    padding: 5px 8px;
    text-align: left;
    cursor: pointer;
  }
  button[aria-selected='true'] {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  button span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  em {
    font-style: normal;
    color: var(--stone);
    margin-left: 10px;
  }
  small {
    color: var(--stone);
    white-space: nowrap;
  }
</style>
