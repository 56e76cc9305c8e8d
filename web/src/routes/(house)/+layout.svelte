<script lang="ts">
  import '../../app.css';
  import { goto } from '$app/navigation';
  import { QueryClientProvider } from '@tanstack/svelte-query';
  import { queries } from '$lib/api/queries';
  import Bar from '$lib/shell/Bar.svelte';
  import Keys from '$lib/shell/Keys.svelte';
  import Storage from '$lib/shell/Storage.svelte';
  import { actions, isTyping, letters } from '$lib/shell/actions.svelte';
  import { concerns, listen, type Changed } from '$lib/shell/changes';
  import { frames } from '$lib/shell/frames';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { saying } from '$lib/ui/saying.svelte';
  import { sheets } from '$lib/ui/sheets.svelte';
  import { asRefusal, type Refusal } from '$lib/api/client';
  import type { LayoutProps } from './$types';

  let { children }: LayoutProps = $props();
  const BURST = 150;
  type PaletteType = typeof import('$lib/shell/Palette.svelte').default;
  let Palette = $state.raw<PaletteType | null>(null);
  const Said = $derived(saying.group);
  let finding = $state(false);
  let helping = $state(false);
  let going = false;
  let failure = $state<Refusal | null>(null);
  const PLACES: Record<string, string> = {
    d: '/',
    e: '/enquiries',
    o: '/opportunities',
    q: '/quotes',
    s: '/orders',
    i: '/invoices',
    k: '/credit',
    r: '/renewals',
    a: '/accounts',
    c: '/catalogue',
    p: '/reports',
    t: '/reports/table'
  };

  session.load().catch((thrown: unknown) => (failure = asRefusal(thrown)));

  $effect(() => {
    if (!session.me) return;
    let waiting: Changed[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    // What comes in a burst is asked for once.
    const end = listen((changed) => {
      waiting.push(...changed);
      timer ??= setTimeout(() => {
        const all = waiting;
        waiting = [];
        timer = undefined;
        void queries.invalidateQueries({ predicate: (query) => concerns(query.queryKey, all) });
      }, BURST);
    });
    return () => {
      clearTimeout(timer);
      end();
    };
  });

  // What opens over a screen is fetched when the first one stands, so that it is there when it is asked for.
  $effect(() => {
    if (!session.me) return;
    const timer = setTimeout(() => {
      void import('$lib/shell/Palette.svelte').then((loaded) => (Palette = loaded.default));
      void sheets.load();
      void saying.load();
    });
    return () => clearTimeout(timer);
  });

  $effect(() => {
    const leave = () => void session.load();
    window.addEventListener('tally-signed-out', leave);
    return () => window.removeEventListener('tally-signed-out', leave);
  });

  function keys(event: KeyboardEvent) {
    if (!session.me) return;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
      event.preventDefault();
      finding = true;
      return;
    }
    const typing = isTyping(event);
    if (!typing && event.key === '?') helping = true;
    else if (!typing && going && PLACES[event.key]) void goto(PLACES[event.key] as string);
    else if (actions.press(event)) return;
    going = letters.on && !typing && event.key === 'g' && !event.ctrlKey;
  }
</script>

<svelte:window onkeydown={keys} />

<QueryClientProvider client={queries}>
  {#if failure}
    <main class="page"><Notice refusal={failure} /></main>
  {:else if session.view?.needsSetup}
    {#await import('$lib/shell/SetUp.svelte') then { default: SetUp }}<SetUp />{/await}
  {:else if session.view && !session.me}
    {#await import('$lib/shell/SignIn.svelte') then { default: SignIn }}<SignIn />{/await}
  {:else if session.me?.needsSecondFactor}
    {#await import('$lib/shell/Needed.svelte') then { default: Needed }}<Needed />{/await}
  {:else if session.me && session.company}
    <Bar onFind={() => (finding = true)} onKeys={() => (helping = true)} />
    <Storage />
    <main {@attach frames}>{@render children()}</main>
    {#if Palette}<Palette bind:open={finding} />{/if}
    <Keys bind:open={helping} />
    {#if Said}<Said />{/if}
  {/if}
</QueryClientProvider>
