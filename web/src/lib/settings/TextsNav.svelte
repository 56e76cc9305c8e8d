<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { languageOptions } from './languages';
  import { BUSINESSES, PURPOSES } from './texts';
  /** The texts of a language by what they are for; one that has none yet may begin with ours. */
  let {
    texts,
    topic,
    manages,
    onOpen,
    onChange
  }: {
    texts: Schemas['Texts'];
    topic: string;
    manages: boolean;
    onOpen: (topic: string) => unknown;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts();
  let chosen = $state('');
  const open = $derived(texts.texts.find((t) => String(t.id) === topic));
  const code = $derived(chosen || (open?.language ?? 'en'));
  const language = $derived(texts.languages.find((one) => one.code === code));
  const shown = $derived(texts.texts.filter((t) => t.language === code));
  const purposes = $derived(
    Object.entries(PURPOSES).filter(([purpose]) => shown.some((t) => t.purpose === purpose))
  );

  const begin = () =>
    acts.run(async () => {
      const { added } = await ask(api.POST('/api/texts/languages', { body: { language: code } }));
      say(`${added} texts in ${language?.name ?? code} are there. Read them before a customer does.`);
      onChange();
    });
</script>

<div>
  <Choice
    label="Language"
    name="text-language"
    options={languageOptions(texts.languages, code)}
    bind:value={() => code, (next) => (chosen = next)}
  />
  <Notice refusal={acts.refusal} />
  {#if shown.length === 0}<p class="quiet">
      No texts in it: customers of this language get the company’s{language?.words
        ? ', on papers with its words'
        : ''}.
    </p>{/if}
  {#if manages && language?.shipped && shown.length === 0}<button
      class="act"
      disabled={acts.busy}
      onclick={begin}>Begin with texts in {language.name}</button
    >{/if}
</div>
{#each purposes as [purpose, words] (purpose)}
  <p class="quiet">{words}</p>
  {#each shown.filter((t) => t.purpose === purpose) as t (t.id)}
    <button class="text" aria-pressed={topic === String(t.id)} onclick={() => onOpen(String(t.id))}
      >{BUSINESSES[t.business]}</button
    >
  {/each}
{/each}
{#if manages}<button aria-pressed={topic === 'new'} onclick={() => onOpen('new')}>Add a text…</button>{/if}

<style>
  div {
    padding: 4px 12px 8px;
    display: grid;
    gap: 6px;
  }
</style>
