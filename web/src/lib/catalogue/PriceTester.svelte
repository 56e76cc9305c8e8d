<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { unitPrice } from '$lib/ui/format';
  import WorkingSteps from '$lib/worksheet/WorkingSteps.svelte';
  import { sentences } from '$lib/worksheet/sentences';
  import AccountPick from '$lib/account/AccountPick.svelte';
  /** What a customer pays for so many of a product on a day, and why. */
  let {
    product = ''
  }: {
    /** the code to begin with @default '' */
    product?: string;
  } = $props();
  // svelte-ignore state_referenced_locally
  let form = $state({ product, quantity: '1', day: session.view?.today ?? '' });
  let who = $state('');
  let account = $state<number | null>(null);
  let nobody = $state<string>();
  let answer = $state.raw<Schemas['PriceAnswer'] | null>(null);
  const acts = new Acts();
  const digits = $derived(session.company?.minorDigits ?? 2);

  function test(event?: SubmitEvent) {
    event?.preventDefault();
    answer = null;
    nobody =
      who.trim() && account === null
        ? `Account not found: ${who.trim()}. Choose one from the list.`
        : undefined;
    if (nobody) return;
    void acts.run(async () => {
      answer = await ask(api.POST('/api/price-test', { body: { ...form, account } }));
    });
  }
</script>

<section class="leaf tester" aria-label="Test a price">
  <h2>Test a price</h2>
  <form onsubmit={test}>
    <AccountPick
      label="Customer (optional)"
      name="tester-account"
      bind:text={who}
      problem={nobody}
      onPick={(a: Schemas['AccountRow'] | null) => (account = a?.id ?? null)}
    />
    <Field label="Product" name="tester-product" bind:value={form.product} problem={acts.at('product')} />
    <Field label="Quantity" name="tester-quantity" bind:value={form.quantity} problem={acts.at('quantity')} />
    <Field label="On" name="tester-day" type="date" bind:value={form.day} problem={acts.at('day')} />
    <button class="act main" disabled={acts.busy}>Test price</button>
  </form>
  {#if acts.refusal && acts.refusal.problems.length === 0}<Notice refusal={acts.refusal} />{/if}
  {#if answer}
    <div class="answer" role="status">
      <p class="price">
        <b class="figure">{unitPrice(answer.unitPrice, digits)}</b>
        <span class="quiet">list {unitPrice(answer.listPrice, digits)}</span>
        {#if !answer.inAssortment}<span class="bad">This customer may not buy from its family.</span>{/if}
      </p>
      {#each sentences(answer.working, answer.unitPrice, digits) as sentence (sentence)}<p>
          {sentence}
        </p>{/each}
      {#if answer.working.steps.length}<WorkingSteps working={answer.working} />{/if}
    </div>
  {/if}
</section>

<style>
  .tester {
    padding: 10px 14px;
    margin-bottom: 14px;
  }
  form {
    display: grid;
    grid-template-columns: minmax(200px, 2fr) 1fr 90px 150px auto;
    gap: 10px;
    align-items: end;
    margin-top: 4px;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
  .answer {
    border-top: 1px solid var(--rule);
    margin-top: 10px;
    padding-top: 8px;
  }
  .price b {
    font-size: var(--type-head);
    margin-right: 8px;
  }
</style>
