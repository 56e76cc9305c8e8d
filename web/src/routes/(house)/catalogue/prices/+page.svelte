<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Effects from '$lib/catalogue/Effects.svelte';
  import Head from '$lib/catalogue/Head.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, moment, unitPrice } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  /** Prices changed many at a time: shown with what they do to open worksheets before they are set. */
  const families = load(
    () => ['products', 'families'],
    () => api.GET('/api/products/families')
  );
  const past = load(
    () => ['price-changes'],
    () => api.GET('/api/price-changes')
  );
  const acts = new Acts();
  let form = $state({ family: '', text: '', listPercent: '', costPercent: '', step: '' });
  let preview = $state.raw<Schemas['PriceChangePreview'] | null>(null);
  let shown = $state.raw<typeof form | null>(null);
  let said = $state('');
  const digits = $derived(session.company?.minorDigits ?? 2);

  function show(event: SubmitEvent) {
    event.preventDefault();
    said = '';
    preview = null;
    void acts.run(async () => {
      shown = { ...form };
      preview = await ask(api.POST('/api/price-changes/preview', { body: shown }));
    });
  }

  function apply() {
    const body = shown;
    if (!body) return;
    void acts.run(async () => {
      await ask(api.POST('/api/price-changes', { body }));
      said = `${preview?.products.length ?? 0} products have their new prices; ${preview?.places.length ?? 0} open worksheets were recalculated.`;
      preview = null;
      await past.refetch();
    });
  }

  function back(id: number) {
    void acts.run(async () => {
      await ask(api.POST('/api/price-changes/{id}/back', { params: { path: { id } } }));
      said = 'The earlier prices are restored.';
      await past.refetch();
    });
  }
  offer(() => []);
</script>

<div class="page">
  <Head title="Price update" />
  {#if session.manages}
    <form class="leaf" onsubmit={show}>
      <div>
        <label for="family">Family</label>
        <select class="box" id="family" bind:value={form.family}>
          <option value="">all families</option>
          {#each families.data ?? [] as f (f)}<option>{f}</option>{/each}
        </select>
      </div>
      <Field label="Code or name contains" name="text" bind:value={form.text} />
      <Field
        label="List prices by %"
        name="listPercent"
        bind:value={form.listPercent}
        problem={acts.at('listPercent')}
        focus
      />
      <Field label="in steps of" name="step" bind:value={form.step} problem={acts.at('step')} />
      <Field
        label="Costs by %"
        name="costPercent"
        bind:value={form.costPercent}
        problem={acts.at('costPercent')}
      />
      <button class="act main" disabled={acts.busy}>Preview</button>
    </form>
  {:else}<p class="quiet">Only a manager changes prices.</p>{/if}
  {#if acts.refusal && acts.refusal.problems.length === 0}<Notice refusal={acts.refusal} />{/if}
  {#if said}<p class="good said" role="status">{said}</p>{/if}
  {#if preview && shown}
    <div class="two">
      <section aria-label="Products">
        <h2>{preview.products.length} products: {preview.words}</h2>
        <div class="scroll">
          <table class="ledger" aria-label="New prices">
            <thead
              ><tr
                ><th>Code</th><th>Name</th><th class="figure">List</th><th class="figure">New list</th><th
                  class="figure">Cost</th
                ><th class="figure">New cost</th></tr
              ></thead
            >
            <tbody>
              {#each preview.products as p (p.code)}
                <tr>
                  <td>{p.code}</td>
                  <td>{p.name}</td>
                  <td class="figure quiet">{unitPrice(p.listBefore, digits)}</td>
                  <td class="figure"><b>{unitPrice(p.listAfter, digits)}</b></td>
                  <td class="figure quiet">{unitPrice(p.costBefore, digits)}</td>
                  <td class="figure"
                    >{p.costAfter === p.costBefore ? 'unchanged' : unitPrice(p.costAfter, digits)}</td
                  >
                </tr>
              {:else}<tr><td colspan="6" class="quiet">No price changes.</td></tr>{/each}
            </tbody>
          </table>
        </div>
      </section>
      {#key preview}<Effects change={shown} places={preview.places} />{/key}
    </div>
    <p class="apply">
      <button class="act main" disabled={acts.busy || preview.products.length === 0} onclick={apply}
        >Set these {preview.products.length} prices</button
      >
      <button class="act" onclick={() => (preview = null)}>Cancel</button>
      <span class="quiet">Sent quotes and orders keep what was agreed. This can be undone.</span>
    </p>
  {/if}
  <h2 class="past">Earlier updates</h2>
  <Notice refusal={refusalOf(past)} />
  <table class="ledger" aria-label="Earlier updates">
    <thead
      ><tr
        ><th>When</th><th>Who</th><th>What</th><th class="figure">Products</th><th
          ><span class="sr-only">Acts</span></th
        ></tr
      ></thead
    >
    <tbody>
      {#each past.data ?? [] as c (c.id)}
        <tr>
          <td>{moment(c.at)}</td>
          <td>{c.person}</td>
          <td>{c.words}</td>
          <td class="figure">{c.products}</td>
          <td class="end"
            >{#if c.takenBackAt}undone {day(c.takenBackAt)}{:else if session.manages}<button
                class="plain"
                onclick={() => back(c.id)}>Undo</button
              >{/if}</td
          >
        </tr>
      {:else}<tr><td colspan="5" class="quiet">None yet.</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
  form {
    display: grid;
    grid-template-columns: 180px 1fr 120px 110px 120px auto;
    gap: 10px;
    align-items: end;
    padding: 10px 14px;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
  label {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 2px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 14px;
    margin-top: 14px;
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
  .two :global(h2) {
    margin-bottom: 4px;
  }
  .scroll td:first-child {
    white-space: nowrap;
  }
  .scroll {
    max-height: 360px;
    overflow: auto;
  }
  .apply {
    display: flex;
    gap: 10px;
    align-items: center;
    margin-top: 12px;
  }
  .said {
    margin-top: 10px;
  }
  .past {
    margin: 20px 0 6px;
  }
  .end {
    text-align: right;
  }
</style>
