<script lang="ts">
  import { api } from '$lib/api/client';
  import RulesForm from '$lib/credit/RulesForm.svelte';
  import Files from '$lib/file/Files.svelte';
  import NewText from '$lib/settings/NewText.svelte';
  import ParticularsForm from '$lib/settings/ParticularsForm.svelte';
  import TextForm from '$lib/settings/TextForm.svelte';
  import { BUSINESSES, PURPOSES } from '$lib/settings/texts';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  let topic = $state('particulars');
  const manages = $derived(session.manages);
  const particulars = load(
    () => ['particulars'],
    () => api.GET('/api/company/particulars')
  );
  const texts = load(
    () => ['texts'],
    () => api.GET('/api/texts')
  );
  const rules = load(
    () => ['credit-rules'],
    () => api.GET('/api/credit-rules')
  );
  const files = load(
    () => ['files', 'company', 1],
    () => api.GET('/api/records/{kind}/{id}/files', { params: { path: { kind: 'company', id: 1 } } })
  );
  const text = $derived(texts.data?.texts.find((t) => String(t.id) === topic));

  function after() {
    void texts.refetch();
  }

  $effect(() => {
    // A text that was deleted is no topic any more.
    const isGone = /^\d+$/.test(topic) && texts.data && !text;
    if (isGone) topic = 'particulars';
  });
</script>

<svelte:head><title>Settings · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Settings</h1></div>
  {#if !manages}<p class="quiet">Settings are read by all and changed by managers.</p>{/if}
  <Notice refusal={refusalOf(particulars) ?? refusalOf(texts)} />
  <div class="topics">
    <nav class="leaf" aria-label="Topics">
      <button aria-pressed={topic === 'particulars'} onclick={() => (topic = 'particulars')}
        >Our address and numbers</button
      >
      <button aria-pressed={topic === 'credit'} onclick={() => (topic = 'credit')}
        >Credit and reminders</button
      >
      <button aria-pressed={topic === 'files'} onclick={() => (topic = 'files')}>Files to enclose</button>
      {#each Object.entries(PURPOSES) as [purpose, words] (purpose)}
        <p class="quiet">{words}</p>
        {#each (texts.data?.texts ?? []).filter((t) => t.purpose === purpose) as t (t.id)}
          <button class="text" aria-pressed={topic === String(t.id)} onclick={() => (topic = String(t.id))}
            >{BUSINESSES[t.business]}, {t.language}</button
          >
        {/each}
      {/each}
      {#if manages}<button aria-pressed={topic === 'new'} onclick={() => (topic = 'new')}>Add a text…</button
        >{/if}
    </nav>
    <section class="leaf pad">
      {#if topic === 'particulars'}
        <h2>Our address and numbers</h2>
        <p class="quiet">They stand on every quote made from now on.</p>
        {#if particulars.data}<fieldset disabled={!manages}>
            <ParticularsForm particulars={particulars.data} />
          </fieldset>{/if}
      {:else if topic === 'credit'}
        <h2>Credit and reminders</h2>
        <p class="quiet">
          They hold for customers who have no setting of their own, and for every new account. Credit
          controllers change them.
        </p>
        {#if rules.data}<fieldset disabled={!rules.data.mayChange}>
            {#key rules.data.version}<RulesForm rules={rules.data} onDone={() => rules.refetch()} />{/key}
          </fieldset>{/if}
      {:else if topic === 'files'}
        <h2>Files to enclose</h2>
        <p class="quiet">General terms, certificates: offered for every quote.</p>
        <Files
          record="company"
          id={1}
          files={files.data ?? []}
          mayChange={manages}
          onChange={() => files.refetch()}
        />
      {:else if topic === 'new'}
        <h2>A text of its own</h2>
        <NewText
          onDone={async (id) => {
            await texts.refetch();
            topic = String(id);
          }}
        />
      {:else if text}
        <h2>{PURPOSES[text.purpose]}: {BUSINESSES[text.business]}, {text.language}</h2>
        <p class="quiet">
          Fields in braces are filled in: {(texts.data?.fields ?? []).map((f) => `{${f}}`).join(', ')}. Where
          a customer’s language or kind of business has no text, the one for all business takes its place.
        </p>
        {#key text.id}<fieldset disabled={!manages}><TextForm {text} onChange={after} /></fieldset>{/key}
      {/if}
    </section>
  </div>
</div>

<style>
  .topics {
    display: grid;
    grid-template-columns: 260px minmax(0, 1fr);
    gap: 16px;
    align-items: start;
  }
  nav button {
    display: block;
    width: 100%;
    text-align: left;
    padding: 5px 12px;
    min-height: 30px;
    cursor: pointer;
  }
  nav p {
    padding: 8px 12px 0;
    font-size: var(--type-small);
  }
  nav .text {
    padding-left: 24px;
  }
  nav button[aria-pressed='true'] {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  section p {
    margin-bottom: 8px;
  }
  @media (max-width: 800px) {
    .topics {
      grid-template-columns: minmax(0, 1fr);
    }
    nav button {
      min-height: 44px;
    }
  }
</style>
