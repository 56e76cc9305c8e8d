<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { size } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { PURPOSES } from '$lib/settings/texts';
  /** An email from a record: begun from a text, changed at will, sent as it is seen. */
  let {
    record,
    id,
    answers = 0,
    onSent
  }: {
    record: 'opportunity' | 'account' | 'enquiry';
    id: number;
    /** an email that it is the answer to @default none */
    answers?: number;
    onSent: () => unknown;
  } = $props();
  const uid = $props.id();
  const params = $derived({ path: { kind: record, id } });
  const draft = load(
    () => [record, id, 'email-draft', answers],
    () => api.GET('/api/records/{kind}/{id}/emails/draft', { params: { ...params, query: { answers } } })
  );
  const acts = new Acts(() => onSent());
  let begun = $state('');
  let to = $state('');
  let copies = $state('');
  let subject = $state('');
  let text = $state('');
  let files = $state<number[]>([]);
  let started = false;

  $effect(() => {
    // What was typed stays when the draft is asked for anew.
    const d = draft.data;
    if (!d || started) return;
    started = true;
    to = d.to;
    subject = d.subject;
    const first = d.texts[0];
    if (first) {
      begun = first.purpose;
      text = first.text;
    }
  });

  function begin() {
    text = draft.data?.texts.find((one) => one.purpose === begun)?.text ?? text;
  }

  async function send(event: SubmitEvent) {
    event.preventDefault();
    await acts.run(() =>
      ask(
        api.POST('/api/records/{kind}/{id}/emails', {
          params,
          body: { to, copies, subject, text, files, answers: answers || null }
        })
      )
    );
  }
</script>

<Notice refusal={refusalOf(draft)} />
{#if draft.data}
  <form onsubmit={send} aria-label="Email">
    <div>
      <label for="{uid}-text">Begin with</label>
      <select class="box" id="{uid}-text" bind:value={begun} onchange={begin}>
        {#each draft.data.texts as one (one.purpose)}<option value={one.purpose}
            >{(PURPOSES[one.purpose] ?? one.purpose).replace('Email: ', '')}</option
          >{/each}
        <option value="">Nothing</option>
      </select>
    </div>
    <Field label="To" name="to" bind:value={to} problem={acts.at('to')} focus />
    <Field label="Copy to (optional)" name="copies" bind:value={copies} problem={acts.at('copies')} />
    <Field label="Subject" name="subject" bind:value={subject} problem={acts.at('subject')} />
    <Field label="Text" name="text" rows={12} bind:value={text} problem={acts.at('text')} />
    {#if draft.data.files.length}
      <fieldset>
        <legend>Attach</legend>
        {#each draft.data.files as file (file.id)}
          <label class="file"
            ><input type="checkbox" value={file.id} bind:group={files} />
            {file.name}
            <span class="quiet">{size(file.size)}</span></label
          >
        {/each}
      </fieldset>
    {/if}
    <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Send email</button></p>
  </form>
{:else if draft.isPending}<p class="quiet" role="status">Loading…</p>{/if}

<style>
  form {
    display: grid;
    gap: 8px;
  }
  label,
  legend {
    font-size: var(--type-small);
    color: var(--stone);
  }
  select {
    width: 100%;
  }
  .file {
    display: flex;
    gap: 8px;
    align-items: center;
    color: var(--ink);
    min-height: 28px;
  }
</style>
