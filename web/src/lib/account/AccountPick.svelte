<script lang="ts">
  import { api, type Schemas } from '$lib/api/client';
  import RecordPick from '$lib/ui/RecordPick.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  /** Finds an account by its name or number. */
  let {
    label = 'Account',
    name = 'account',
    number = '',
    text = $bindable(''),
    problem,
    focus = false,
    onPick
  }: {
    label?: string;
    name?: string;
    /** the number of the account that is chosen to begin with @default '' */
    number?: string;
    /** what is typed */
    text?: string;
    problem?: string | undefined;
    focus?: boolean;
    onPick: (account: Schemas['AccountRow'] | null) => unknown;
  } = $props();
  if (untrack(() => number && !text)) text = untrack(() => number);
  const found = load(
    () => ['accounts', 'pick', text],
    () => api.GET('/api/accounts', { params: { query: { q: text } } }),
    () => true,
    true
  );
</script>

<RecordPick
  {label}
  {name}
  bind:text
  rows={found.data?.rows.slice(0, 30) ?? []}
  pending={found.isPending}
  detail={(a: Schemas['AccountRow']) => [a.number, a.town].filter(Boolean).join(', ')}
  {problem}
  {focus}
  {onPick}
/>
