<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import Rows from '$lib/ui/Rows.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day, words } from '$lib/ui/format';
  import { load, rowsOf } from '$lib/ui/load.svelte';
  import TokenForm from './TokenForm.svelte';
  /** The tokens by which programs come in. */
  let { users }: { users: Schemas['UserView'][] } = $props();
  type Token = Schemas['TokenView'];
  const list = load(
    () => ['tokens'],
    () => api.GET('/api/tokens')
  );
  const tokens = rowsOf(list, (all) => all);
  const acts = new Acts(() => list.refetch());
  const COLUMNS = [
    { label: 'Program' },
    { label: 'Acts as' },
    { label: 'May' },
    { label: 'Until', figure: true },
    { label: 'Last used', figure: true },
    { label: 'Action' }
  ];
  let secret = $state<string | null>(null);

  function end(token: Token) {
    void acts.run(() => ask(api.DELETE('/api/tokens/{id}', { params: { path: { id: token.id } } })));
  }

  async function made(token: Schemas['TokenMade']) {
    secret = token.secret;
    await list.refetch();
  }
</script>

<section aria-label="API tokens">
  <h2>API tokens</h2>
  <p class="quiet">
    A program sends its token as <code>Authorization: Bearer …</code> and may do what its user may, within its scope.
    It ends with its day or its user.
  </p>
  {#if secret}
    <p class="leaf secret" role="status">
      <b>Copy the token now: it is not shown again.</b>
      <code>{secret}</code>
      <button class="act" onclick={() => void navigator.clipboard.writeText(secret ?? '')}>Copy</button>
      <button class="plain" onclick={() => (secret = null)}>Done</button>
    </p>
  {/if}
  <Notice refusal={acts.refusal} />
  <div class="two">
    <Rows
      label="API tokens"
      columns={COLUMNS}
      list={tokens}
      key={(token: Token) => token.id}
      quiet={(token: Token) => token.endedAt !== null}
      empty="No program comes in by a token."
    >
      {#snippet row(token: Token)}
        <td class="lead">{token.name}{token.endedAt ? ', ended' : ''}</td>
        <td>{token.user}, {words(token.roles)}</td>
        <td>{token.scope === 'read' ? 'read' : 'read and write'}</td>
        <td class="figure worth">{day(token.until)}</td>
        <td class="figure">{token.seenOn ? day(token.seenOn) : 'never'}</td>
        <td
          >{#if !token.endedAt}<button
              class="plain"
              disabled={acts.busy}
              aria-label="End {token.name}"
              onclick={() => end(token)}>End</button
            >{/if}</td
        >
      {/snippet}
    </Rows>
    <div class="leaf pad"><TokenForm {users} onMade={made} /></div>
  </div>
</section>

<style>
  section {
    margin-top: 28px;
  }
  h2 {
    font-size: var(--type-lead);
  }
  .secret {
    padding: 10px 14px;
    margin: 8px 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
    align-items: center;
  }
  code {
    overflow-wrap: anywhere;
  }
  .pad {
    padding: 10px 14px;
  }
</style>
