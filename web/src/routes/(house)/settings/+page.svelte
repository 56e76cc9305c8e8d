<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api } from '$lib/api/client';
  import RulesForm from '$lib/credit/RulesForm.svelte';
  import Files from '$lib/file/Files.svelte';
  import FollowUpRules from '$lib/followup/FollowUpRules.svelte';
  import Choices from '$lib/settings/Choices.svelte';
  import DaysForm from '$lib/settings/DaysForm.svelte';
  import Logo from '$lib/settings/Logo.svelte';
  import NewText from '$lib/settings/NewText.svelte';
  import NumberRanges from '$lib/settings/NumberRanges.svelte';
  import OwnFieldList from '$lib/settings/OwnFieldList.svelte';
  import ParticularsForm from '$lib/settings/ParticularsForm.svelte';
  import Policies from '$lib/settings/Policies.svelte';
  import SignInRules from '$lib/settings/SignInRules.svelte';
  import Taxes from '$lib/settings/Taxes.svelte';
  import TextForm from '$lib/settings/TextForm.svelte';
  import TextsNav from '$lib/settings/TextsNav.svelte';
  import { BUSINESSES, PURPOSES } from '$lib/settings/texts';
  import { LISTS, TOPICS } from '$lib/settings/topics';
  import { session } from '$lib/shell/session.svelte';
  import Changes from '$lib/trail/Changes.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const manages = $derived(session.manages);
  const topic = $derived(page.url.searchParams.get('topic') ?? 'particulars');
  const list = $derived(LISTS.find(([key]) => key === topic)?.[0]);
  const particulars = load(
    () => ['particulars'],
    () => api.GET('/api/company/particulars')
  );
  const writings = load(
    () => ['writings'],
    () => api.GET('/api/company/particulars/writings')
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
  const days = load(
    () => ['working-days'],
    () => api.GET('/api/company/days')
  );
  const taxes = load(
    () => ['taxes'],
    () => api.GET('/api/taxes')
  );
  const ranges = load(
    () => ['number-ranges'],
    () => api.GET('/api/number-ranges')
  );
  const signIn = load(
    () => ['sign-in-rules'],
    () => api.GET('/api/company/sign-in')
  );
  const choices = load(
    () => ['choices', list],
    () => api.GET('/api/choices/{list}', { params: { path: { list: list ?? 'industry' } } }),
    () => list !== undefined
  );
  const languageName = (code: string) => texts.data?.languages.find((one) => one.code === code)?.name ?? code;
  const text = $derived(texts.data?.texts.find((t) => String(t.id) === topic));

  // On a phone the topics would fill the screen: there they unfold by a tap.
  let unfolded = $state(false);
  const here = $derived(
    [...TOPICS, ...LISTS].find(([key]) => key === topic)?.[1] ?? 'Texts of documents and emails'
  );

  function open(next: string) {
    unfolded = false;
    return goto(`?topic=${next}`, { replaceState: true, keepFocus: true, noScroll: true });
  }

  $effect(() => {
    // A text that was deleted is no topic any more.
    const isGone = /^\d+$/.test(topic) && texts.data && !text;
    if (isGone) void open('particulars');
  });
</script>

<svelte:head><title>Settings · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Settings</h1></div>
  {#if !manages}<p class="quiet">Settings are read by all and changed by managers.</p>{/if}
  <Notice refusal={refusalOf(particulars) ?? refusalOf(texts)} />
  <div class="topics">
    <button class="fold" aria-expanded={unfolded} onclick={() => (unfolded = !unfolded)}
      ><span class="quiet">Topic</span> {here}</button
    >
    <nav class="leaf" class:unfolded aria-label="Topics">
      {#each TOPICS.filter(([key]) => key !== 'follow-up' || session.administrates) as [key, words] (key)}
        <button aria-pressed={topic === key} onclick={() => void open(key)}>{words}</button>
      {/each}
      <details open={list !== undefined}>
        <summary>Lists</summary>
        {#each LISTS as [key, words] (key)}
          <button class="text" aria-pressed={topic === key} onclick={() => void open(key)}>{words}</button>
        {/each}
      </details>
      <details open={text !== undefined || topic === 'new'}>
        <summary>Texts of documents and emails</summary>
        {#if texts.data}<TextsNav
            texts={texts.data}
            {topic}
            {manages}
            onOpen={open}
            onChange={() => texts.refetch()}
          />{/if}
      </details>
    </nav>
    <section class="leaf pad" aria-label="Topic">
      {#if topic === 'particulars'}
        <h2>Company</h2>
        <p class="quiet">Name, address and numbers stand on every paper made from now on.</p>
        {#if particulars.data && writings.data && texts.data}
          <Logo logo={particulars.data.logo} mayChange={manages} onChange={() => particulars.refetch()} />
          <fieldset disabled={!manages}>
            <ParticularsForm
              particulars={particulars.data}
              writings={writings.data}
              languages={texts.data.languages}
            />
          </fieldset>{/if}
      {:else if topic === 'policy'}
        <Policies {manages} />
      {:else if topic === 'taxes'}
        <h2>Taxes</h2>
        <p class="quiet">
          Each product carries one of these; a line that is in no catalogue has the usual one.
        </p>
        {#if taxes.data}<Taxes taxes={taxes.data} mayChange={manages} onChange={() => taxes.refetch()} />{/if}
      {:else if topic === 'days'}
        <h2>Days and terms</h2>
        <p class="quiet">They hold for what is made from now on.</p>
        {#if days.data}<fieldset disabled={!manages}><DaysForm days={days.data} /></fieldset>{/if}
      {:else if topic === 'numbers'}
        <h2>Number ranges</h2>
        <p class="quiet">Administrators change them. A number that was given is not given again.</p>
        {#if ranges.data}<NumberRanges
            ranges={ranges.data.ranges}
            mayChange={session.administrates}
            onChange={() => ranges.refetch()}
          />{/if}
      {:else if topic === 'own-fields'}
        <OwnFieldList mayChange={session.administrates} />
      {:else if topic === 'follow-up' && session.administrates}
        <FollowUpRules />
      {:else if topic === 'sign-in'}
        <h2>Signing in</h2>
        {#if signIn.data}<SignInRules
            rules={signIn.data}
            mayChange={session.administrates}
            onChange={() => signIn.refetch()}
          />{/if}
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
      {:else if topic === 'history'}
        <h2>What was changed</h2>
        <p class="quiet">Every change of these settings, with what it was before.</p>
        <Changes record="company" id={1} />
        <h3>Taxes</h3>
        <Changes record="taxes" id={1} />
      {:else if topic === 'new'}
        <h2>A text of its own</h2>
        <NewText
          onDone={async (id) => {
            await texts.refetch();
            await open(String(id));
          }}
        />
      {:else if list && choices.data}
        <h2>{LISTS.find(([key]) => key === list)?.[1]}</h2>
        {#key `${list} ${choices.data.version}`}
          <fieldset disabled={!manages}>
            <Choices choices={choices.data} onChange={() => choices.refetch()} />
          </fieldset>
        {/key}
        <h3>History</h3>
        <Changes record="choices" id={choices.data.logId} />
      {:else if text}
        <h2>{PURPOSES[text.purpose]}: {BUSINESSES[text.business]}, {languageName(text.language)}</h2>
        <p class="quiet">
          Fields in braces are filled in: {(texts.data?.fields ?? []).map((f) => `{${f}}`).join(', ')}. Where
          a customer’s language or kind of business has no text, the one for all business takes its place.
        </p>
        {#key text.id}<fieldset disabled={!manages}>
            <TextForm {text} onChange={() => texts.refetch()} />
          </fieldset>{/key}
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
  nav :global(button) {
    display: block;
    width: 100%;
    text-align: left;
    padding: 5px 12px;
    min-height: 30px;
    cursor: pointer;
  }
  summary {
    padding: 6px 12px;
    min-height: 30px;
    cursor: pointer;
    color: var(--stone);
  }
  h3 {
    margin: 14px 0 6px;
  }
  nav :global(p) {
    padding: 8px 12px 0;
    font-size: var(--type-small);
  }
  nav :global(.text) {
    padding-left: 24px;
  }
  nav :global(button[aria-pressed='true']) {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  section p {
    margin-bottom: 8px;
  }
  .fold {
    display: none;
  }
  @media (max-width: 800px) {
    .topics {
      grid-template-columns: minmax(0, 1fr);
    }
    .fold {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 44px;
      padding: 0 12px;
      text-align: left;
      background: var(--paper);
      border: 1px solid var(--rule);
      border-radius: 2px;
    }
    .fold::after {
      content: '▾';
      margin-left: auto;
    }
    .fold[aria-expanded='true']::after {
      content: '▴';
    }
    nav:not(.unfolded) {
      display: none;
    }
    nav :global(button),
    summary {
      min-height: 44px;
    }
    summary {
      padding: 12px;
    }
  }
</style>
