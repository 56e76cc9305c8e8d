<script lang="ts">
  import { api, ask, upload, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, size } from '$lib/ui/format';
  /** The files of a record: added by choosing or dropping, saved by a click, taken off. */
  let {
    record,
    id,
    files,
    mayChange,
    onChange
  }: {
    record: 'opportunity' | 'account' | 'enquiry' | 'product' | 'company';
    id: number;
    files: Schemas['FileView'][];
    mayChange: boolean;
    onChange: () => unknown;
  } = $props();
  const acts = new Acts(() => onChange());
  let over = $state(false);

  async function add(list: FileList | null | undefined) {
    for (const file of list ?? []) {
      if (!(await acts.run(() => upload(`/api/records/${record}/${id}/files`, file)))) return;
    }
  }

  /** What it is, as far as its name tells. */
  function kind(type: string): string {
    const known = type.split('/')[1] ?? '';
    return known === 'octet-stream' ? '' : (known.split('.').pop() ?? '') + ', ';
  }

  function remove(file: number) {
    const params = { path: { kind: record, id, file } };
    void acts.run(() => ask(api.DELETE('/api/records/{kind}/{id}/files/{file}', { params })));
  }
</script>

<div
  role="group"
  aria-label="Files"
  class:over
  ondragover={(e) => {
    if (!mayChange) return;
    e.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={(e) => {
    if (!mayChange) return;
    e.preventDefault();
    over = false;
    void add(e.dataTransfer?.files);
  }}
>
  {#each files as file (file.id)}
    <p>
      <a href="/api/records/{record}/{id}/files/{file.id}" download={file.name}>{file.name}</a>
      <span class="quiet">{kind(file.type)}{size(file.size)}, {file.person}, {day(file.at)}</span>
      {#if mayChange}<button class="plain" onclick={() => remove(file.id)}>Remove</button>{/if}
    </p>
  {:else}<p class="quiet">No files yet.{mayChange ? ' Drop some here, or choose them.' : ''}</p>{/each}
  {#if mayChange}
    <label class="add"
      >Add files <input type="file" multiple onchange={(e) => void add(e.currentTarget.files)} /></label
    >
    <p class="quiet small">Up to 20 MiB each.</p>
  {/if}
  <Notice refusal={acts.refusal}>{acts.at('file') ?? ''}</Notice>
</div>

<style>
  div {
    padding: 2px;
  }
  .over {
    outline: 2px dashed var(--petrol);
    outline-offset: 4px;
  }
  p {
    font-size: var(--type-small);
    padding: 2px 0;
    overflow-wrap: anywhere;
  }
  .add {
    display: block;
    margin-top: 8px;
    font-size: var(--type-small);
    color: var(--stone);
  }
  .add input {
    display: block;
    margin-top: 3px;
    font-size: var(--type-small);
    max-width: 100%;
  }
  .small {
    font-size: var(--type-small);
  }
</style>
