<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { load } from '$lib/ui/load.svelte';
  import { untrack } from 'svelte';
  import { sells } from '$lib/users/sells';
  /** To a colleague, or to another sales process. */
  let {
    o,
    what,
    open = $bindable(),
    onChange
  }: {
    o: Schemas['OpportunityView'];
    what: 'owner' | 'process';
    open: boolean;
    onChange: () => unknown;
  } = $props();
  const users = load(
    () => ['people'],
    () => api.GET('/api/users'),
    () => what === 'owner'
  );
  const processes = load(
    () => ['processes'],
    () => api.GET('/api/processes'),
    () => what === 'process'
  );
  const colleagues = $derived([
    ['', 'choose'] as const,
    ...(users.data ?? [])
      .filter((u) => u.active && sells(u) && u.name !== o.owner)
      .map((u) => [String(u.id), u.name + (u.team ? ', ' + u.team : '')] as const)
  ]);
  const others = $derived([
    ['', 'choose'] as const,
    ...(processes.data?.processes ?? [])
      .filter(({ process }) => !process.deactivated && process.name !== o.process)
      .map(({ process }) => [String(process.id), process.name] as const)
  ]);
  const path = untrack(() => ({ id: o.id }));
  const form = new Form({
    values: { owner: '', process: '' },
    version: untrack(() => o.version),
    send: ({ owner, process }, version) => {
      const params = { path, header: match(version) };
      return ask(
        what === 'owner'
          ? api.PUT('/api/opportunities/{id}/owner', { params, body: { owner: Number(owner) } })
          : api.PUT('/api/opportunities/{id}/process', { params, body: { process: Number(process) } })
      );
    },
    reread: async () => ({
      version: (await ask(api.GET('/api/opportunities/{id}', { params: { path } }))).version
    }),
    done: async () => {
      open = false;
      await onChange();
    }
  });
</script>

<form class="form one" onsubmit={form.submit}>
  {#if what === 'owner'}
    <Pick {form} name="owner" label="Assign to" options={colleagues} />
    <p class="quiet">Planned activities of {o.owner} go along; the account stays with its owner.</p>
    <FormFoot {form} label="Reassign" />
  {:else}
    <Pick {form} name="process" label="Sales process" options={others} />
    <p class="quiet">
      It goes to the stage of the same name, or to the last with a probability not above {o.probability} %.
    </p>
    <FormFoot {form} label="Change" />
  {/if}
</form>
