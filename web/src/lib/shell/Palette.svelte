<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import { actions } from './actions.svelte';
  import { placeOf, type Place } from './places';

  let { open = $bindable() }: { open: boolean } = $props();
  let text = $state('');
  let hits = $state<Schemas['Hit'][]>([]);
  let chosen = $state(0);
  let asked = 0;

  type Choice = { label: string; hint: string; run: () => unknown };
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
    ['Outbox', '/outbox'],
    ['Call lists', '/calls'],
    ['Customer ranking', '/accounts/ranking'],
    ['Reassign accounts', '/accounts/reassignment'],
    ['Sales processes', '/processes'],
    ['Import enquiries', '/enquiries/import']
  ];
  const choices = $derived.by<Choice[]>(() => {
    const wanted = text.trim().toLowerCase();
    const here = actions.list
      .filter((action) => action.run && action.label.toLowerCase().includes(wanted))
      .map((action) => ({ label: action.label, hint: action.keys ?? 'do', run: () => action.run?.() }));
    const found = hits.map((hit) => ({
      label: `${hit.number}  ${hit.words}`,
      hint: hit.kind,
      run: () => goto(placeOf(hit.kind, hit.id, hit.number))
    }));
    const there = places
      .filter(([label]) => label.toLowerCase().includes(wanted))
      .map(([label, path]) => ({ label, hint: 'go to', run: () => goto(path) }));
    return [...here, ...found, ...there].slice(0, 14);
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
    placeholder="Name, number or command"
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
        onmouseenter={() => (chosen = n)}><span>{choice.label}</span><small>{choice.hint}</small></button
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
  small {
    color: var(--stone);
    white-space: nowrap;
  }
</style>
