<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Icon from '$lib/ui/Icon.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { session } from './session.svelte';
  /** What a new company still needs, until the administrator puts the list aside. */
  const steps = load(
    () => ['first-steps'],
    () => api.GET('/api/company/first-steps'),
    () => session.administrates
  );
  const WORDS: Record<string, readonly [title: string, why: string, href: string]> = {
    address: [
      'Your address',
      'It stands on every quote; without it none can be sent.',
      '/settings?topic=particulars'
    ],
    papers: ['Tax ID, bank account and email', 'An invoice needs them.', '/settings?topic=particulars'],
    taxes: ['Taxes', 'Check what was proposed for your country.', '/settings?topic=taxes'],
    policy: [
      'Discounts and margins',
      'A rep may give 10 %, below 25 % margin a manager signs. Set what is yours.',
      '/settings?topic=policy'
    ],
    users: ['Your reps', 'Invite them by email.', '/users'],
    products: ['Products', 'Import them from a file, or add the first one.', '/import?kind=products'],
    accounts: ['Accounts', 'Import them with their contacts, or add the first one.', '/import?kind=accounts'],
    opportunities: [
      'Your first opportunity',
      'Take an enquiry, open one from an account, or import those that are open.',
      '/enquiries'
    ]
  };
  const acts = new Acts(() => steps.refetch());
  const left = $derived(steps.data?.steps.filter((step) => !step.done) ?? []);
  const shown = $derived(session.administrates && steps.data && !steps.data.aside);
</script>

{#if shown && steps.data}
  <section class="leaf" aria-label="First steps">
    <header>
      <h2>First steps</h2>
      <span class="quiet">{steps.data.steps.length - left.length} of {steps.data.steps.length} done</span>
      <button
        class="plain"
        disabled={acts.busy}
        onclick={() => void acts.run(() => ask(api.POST('/api/company/first-steps/aside')))}>Put aside</button
      >
    </header>
    <ol>
      {#each steps.data.steps as step (step.key)}
        {@const words = WORDS[step.key]}
        {#if words}
          <li class:done={step.done}>
            <span class="mark"
              >{#if step.done}<Icon name="tick" />{/if}</span
            >
            <a href={words[2]}>{words[0]}</a>
            <span class="quiet">{step.done ? 'done' : words[1]}</span>
          </li>
        {/if}
      {/each}
    </ol>
  </section>
{/if}

<style>
  section {
    padding: 10px 14px;
    margin-bottom: 14px;
    border-left: 3px solid var(--brass);
  }
  header {
    display: flex;
    gap: 12px;
    align-items: baseline;
  }
  header .plain {
    margin-left: auto;
  }
  li {
    display: grid;
    grid-template-columns: 20px minmax(150px, 240px) 1fr;
    gap: 6px;
    padding: 4px 0;
    align-items: baseline;
  }
  .mark {
    color: var(--moss);
  }
  .done a {
    color: var(--stone);
  }
  @media (max-width: 600px) {
    li {
      grid-template-columns: 20px 1fr;
    }
    li .quiet {
      grid-column: 2;
    }
  }
</style>
