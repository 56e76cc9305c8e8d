<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  /** What is shown now kept under a name, or a kept view with another name or for others. */
  let {
    view = null,
    screen = 'opportunities',
    query,
    teams,
    onDone
  }: {
    view?: Schemas['SavedView'] | null;
    /** of which screen @default opportunities */
    screen?: string;
    /** what is shown now */
    query: string;
    teams: string[];
    onDone: () => unknown;
  } = $props();
  const MINE = 'me';
  const ALL = 'all';
  // A team may be called anything, also "all".
  const team = (of: string) => 'team ' + of;
  const words = (of: string | null) => (of === null ? MINE : of === '' ? ALL : team(of));
  const stored = (of: string) => (of === MINE ? null : of === ALL ? '' : of.slice(5));
  const id = untrack(() => view?.id);
  const of = (v: Schemas['SavedView']) => ({
    values: { name: v.name, sharedWith: words(v.sharedWith ?? null), now: 'kept' },
    version: v.version
  });
  const form = new Form({
    ...untrack(() => (view ? of(view) : { values: { name: '', sharedWith: MINE, now: 'now' } })),
    send: (values, version) => {
      const body = {
        name: values.name,
        screen,
        sharedWith: stored(values.sharedWith),
        query: values.now === 'kept' && view ? view.query : query
      };
      return id === undefined
        ? ask(api.POST('/api/views', { body }))
        : ask(api.PUT('/api/views/{id}', { params: { path: { id }, header: match(version) }, body }));
    },
    reread: async () => {
      const { views } = await ask(api.GET('/api/views', { params: { query: { screen } } }));
      return of(views.find((v) => v.id === id) as Schemas['SavedView']);
    },
    done: () => onDone()
  });
  const audience = $derived([
    [MINE, 'me only'],
    ...teams.map((t) => [team(t), 'team ' + t] as const),
    [ALL, 'everybody']
  ] as const);
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="name" label="Name" focus />
  <Pick {form} name="sharedWith" label="Shown to" options={audience} />
  {#if view && view.query !== query}
    <Pick
      {form}
      name="now"
      label="Shows"
      options={[
        ['kept', 'what it showed until now'],
        ['now', 'what is on the screen']
      ]}
    />
  {/if}
  <FormFoot {form} />
</form>
