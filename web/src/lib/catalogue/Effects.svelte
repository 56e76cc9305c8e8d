<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { figure, percent, words } from '$lib/ui/format';
  /** What new prices do to open worksheets: worked out part by part, so that it shows how far it is and can be stopped. */
  let { change, places }: { change: Schemas['PriceChangeForm']; places: readonly Schemas['PlaceView'][] } =
    $props();
  const PART = 25;
  let rows = $state.raw<Schemas['EffectView'][]>([]);
  let done = $state(0);
  let stopped = $state(false);
  const acts = new Acts();

  async function workOut() {
    for (let from = 0; from < places.length && !stopped; from += PART) {
      const part = places.slice(from, from + PART);
      const got = await ask(api.POST('/api/price-changes/effects', { body: { change, places: [...part] } }));
      rows = [...rows, ...got];
      done = from + part.length;
    }
  }
  onMount(() => void acts.run(workOut));
  onDestroy(() => (stopped = true));
</script>

<section aria-label="Open worksheets">
  <h2>{places.length} open worksheets hold them</h2>
  <Notice refusal={acts.refusal} />
  {#if done < places.length && !acts.refusal}
    {#if stopped}<p class="quiet">Stopped after {done} of {places.length}.</p>
    {:else}<p role="status">
        <progress value={done} max={places.length}></progress>
        {done} of {places.length} worked out
        <button class="plain" onclick={() => (stopped = true)}>Stop</button>
      </p>{/if}
  {/if}
  <div class="scroll">
    <table class="ledger" aria-label="Effect on open worksheets">
      <thead
        ><tr
          ><th>Worksheet</th><th class="figure">Net</th><th class="figure">New net</th><th class="figure"
            >Margin</th
          ><th class="figure">New</th><th>Sign-off then</th></tr
        ></thead
      >
      <tbody>
        {#each rows as row (row.place.home + row.place.id)}
          <tr>
            <td title={row.place.title}><a href="/{row.place.home}/{row.place.id}">{row.place.number}</a></td>
            <td class="figure quiet">{figure(row.before)}</td>
            <td class="figure"><b>{figure(row.after)}</b></td>
            <td class="figure quiet">{percent(row.marginBefore)}</td>
            <td class="figure">{percent(row.marginAfter)}</td>
            <td class:heed={row.signOffAfter !== row.signOffBefore}
              >{row.signOffAfter ? words(row.signOffAfter) : 'none'}{row.signOffAfter !== row.signOffBefore
                ? ', new'
                : ''}</td
            >
          </tr>
        {:else}<tr
            ><td colspan="6" class="quiet">{places.length ? 'Loading…' : 'No open worksheet changes.'}</td
            ></tr
          >{/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  h2 {
    margin-bottom: 4px;
  }
  .scroll {
    max-height: 360px;
    overflow: auto;
  }
</style>
