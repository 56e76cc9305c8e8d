<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import { session } from '$lib/shell/session.svelte';
  import { load } from '$lib/ui/load.svelte';
  import Sentence from './Sentence.svelte';
  import type { Question } from './questions';
  /** What is notable about a question, in its sentence alone. */
  let { question }: { question: Question } = $props();
  const ask = $derived(
    !session.sells
      ? { ...question.query, measures: (question.query.measures ?? '').replace(/,margin(-percent)?/g, '') }
      : question.query
  );
  const table = load<Schemas['TableView']>(
    () => ['table', ask],
    () => api.GET('/api/table', { params: { query: ask } })
  );
</script>

{#if table.data?.notable.length}<Sentence pieces={table.data.notable} />{:else}<span class="quiet"
    >{table.isPending ? '…' : question.title}</span
  >{/if}
