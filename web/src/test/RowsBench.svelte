<script lang="ts">
  import type { Refusal } from '$lib/api/client';
  import Rows from '$lib/ui/Rows.svelte';
  /** A table of a test, with a sort that stays. */
  type Item = { id: number; name: string };
  let {
    list,
    sort = '',
    empty = 'None yet.'
  }: {
    list: {
      rows: Item[];
      isPending: boolean;
      refusal: Refusal | null;
      has?: boolean;
      show?: () => Promise<void>;
      refetch: () => unknown;
    };
    sort?: string;
    empty?: string;
  } = $props();
  // svelte-ignore state_referenced_locally
  let by = $state(sort);
</script>

<Rows
  label="Things"
  columns={[{ label: 'Name', sort: 'name' }, { label: 'Plain' }, { label: 'Do', unseen: true }]}
  {list}
  key={(item: Item) => item.id}
  id={(item: Item) => 'row-' + item.id}
  quiet={(item: Item) => item.name === 'gone'}
  bind:sort={by}
  {empty}
>
  {#snippet row(item: Item)}<td>{item.name}</td><td>x</td><td></td>{/snippet}
</Rows>
<output>{by}</output>
