<script lang="ts">
  import { api } from '$lib/api/client';
  import { load } from '$lib/ui/load.svelte';
  /** The words of a list of the settings, offered where something is typed; others can be typed too. */
  let { list, id, more = [] }: { list: string; id: string; more?: string[] } = $props();
  const choices = load(
    () => ['choices', list],
    () => api.GET('/api/choices/{list}', { params: { path: { list } } })
  );
  const words = $derived([
    ...new Set([...(choices.data?.values ?? []).filter((c) => c.offered).map((c) => c.value), ...more])
  ]);
</script>

<datalist {id}
  >{#each words as word (word)}<option value={word}></option>{/each}</datalist
>
