<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Ask from '$lib/ui/Ask.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import HookDeliveries from './HookDeliveries.svelte';
  import HookForm from './HookForm.svelte';
  /** The addresses of others that are told of changes. */
  let { users }: { users: Schemas['UserView'][] } = $props();
  type Hook = Schemas['WebHookView'];
  const list = load(
    () => ['web-hooks'],
    () => api.GET('/api/web-hooks')
  );
  const hooks = rowsOf(list, (all) => all.hooks);
  const kinds = $derived(list.data?.kinds ?? []);
  const acts = new Acts(() => list.refetch());
  const COLUMNS = [
    { label: 'Web hook' },
    { label: 'Address' },
    { label: 'Told of' },
    { label: 'Sees as' },
    { label: 'Waiting', figure: true },
    { label: 'Failed', figure: true },
    { label: 'Actions' }
  ];
  let secret = $state<string | null>(null);
  let changing = $state.raw<Hook | null>(null);
  let looking = $state.raw<Hook | null>(null);

  function end(hook: Hook) {
    void acts.run(() => ask(api.DELETE('/api/web-hooks/{hook}', { params: { path: { hook: hook.id } } })));
  }

  function tryOut(hook: Hook) {
    void acts.run(() =>
      ask(api.POST('/api/web-hooks/{hook}/trial', { params: { path: { hook: hook.id } } }))
    );
    looking = hook;
  }

  async function done(made: string | null) {
    secret = made;
    changing = null;
    await list.refetch();
  }
</script>

<section aria-label="Web hooks">
  <h2>Web hooks</h2>
  <p class="quiet">
    An address of yours is told when a record changed, by a signed <code>POST</code>: which one, and not what
    is in it. What is not answered with success is told again after 1 and 5 minutes, half an hour, 2, 6 and 24
    hours.
  </p>
  {#if secret}
    <p class="leaf secret" role="status">
      <b>Copy the secret that signs now: it is not shown again.</b>
      <code>{secret}</code>
      <button class="act" onclick={() => void navigator.clipboard.writeText(secret ?? '')}>Copy</button>
      <button class="plain" onclick={() => (secret = null)}>Done</button>
    </p>
  {/if}
  <Notice refusal={acts.refusal} />
  <div class="two">
    <Rows
      label="Web hooks"
      columns={COLUMNS}
      list={hooks}
      key={(hook: Hook) => hook.id}
      quiet={(hook: Hook) => hook.endedAt !== null || !hook.active}
      empty="Nobody is told of changes."
    >
      {#snippet row(hook: Hook)}
        <td class="lead">{hook.name}{hook.endedAt ? ', ended' : hook.active ? '' : ', rests'}</td>
        <td class="address">{hook.url}</td>
        <td>{hook.kinds.map(words).join(', ')}</td>
        <td>{hook.person}</td>
        <td class="figure">{hook.waiting || '–'}</td>
        <td class="figure worth" class:bad={hook.failed > 0}>{hook.failed || '–'}</td>
        <td
          ><button class="plain" aria-label="Deliveries of {hook.name}" onclick={() => (looking = hook)}
            >Deliveries…</button
          >
          {#if !hook.endedAt}
            {#if hook.active}<button
                class="plain"
                disabled={acts.busy}
                aria-label="Try {hook.name}"
                onclick={() => tryOut(hook)}>Try</button
              >{/if}
            <button class="plain" aria-label="Edit {hook.name}" onclick={() => (changing = hook)}
              >Edit…</button
            >
            <button class="plain" disabled={acts.busy} aria-label="End {hook.name}" onclick={() => end(hook)}
              >End</button
            >{/if}</td
        >
      {/snippet}
    </Rows>
    <div class="leaf pad">
      <h3>Add a web hook</h3>
      <HookForm {users} {kinds} hook={null} onDone={done} />
    </div>
  </div>
</section>

<Ask bind:open={() => changing !== null, (o) => !o && (changing = null)} title={changing?.name ?? ''}>
  {#if changing}<HookForm {users} {kinds} hook={changing} onDone={done} />{/if}
</Ask>
<Ask
  bind:open={() => looking !== null, (o) => !o && (looking = null)}
  title="Deliveries of {looking?.name ?? ''}"
  wide
>
  {#if looking}<HookDeliveries hook={looking.id} mayResend={looking.active && !looking.endedAt} />{/if}
</Ask>

<style>
  section {
    margin-top: 28px;
  }
  h2 {
    font-size: var(--type-lead);
  }
  h3 {
    margin: 0 0 8px;
  }
  .address {
    overflow-wrap: anywhere;
    max-width: 240px;
  }
  .secret {
    padding: 10px 14px;
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: center;
    overflow-wrap: anywhere;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 300px;
    gap: 16px;
    align-items: start;
    margin-top: 8px;
  }
  .pad {
    padding: 12px 14px;
  }
  @media (max-width: 800px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
