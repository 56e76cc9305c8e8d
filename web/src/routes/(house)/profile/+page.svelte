<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Away from '$lib/profile/Away.svelte';
  import Password from '$lib/profile/Password.svelte';
  import SecondFactor from '$lib/profile/SecondFactor.svelte';
  import Sessions from '$lib/profile/Sessions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const own = load(
    () => ['own-sign-in'],
    () => api.GET('/api/session/own')
  );
  const acts = new Acts(() => own.refetch());

  function end(id: number) {
    return acts.run(() => ask(api.DELETE('/api/session/all/{id}', { params: { path: { id } } })));
  }

  async function everywhere() {
    if (await acts.run(() => ask(api.DELETE('/api/session/all')))) await session.signOut();
  }
</script>

<svelte:head><title>Your profile · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head">
    <h1>{session.me?.name}</h1>
    <p class="quiet">
      {session.me?.roles.map(words).join(', ')}{session.me?.team ? `, team ${session.me.team}` : ''} · {session
        .me?.email}
    </p>
  </div>
  <div class="parts">
    <section class="leaf pad" aria-label="Sessions">
      <h2>Where you are signed in</h2>
      <Notice refusal={refusalOf(own) ?? acts.refusal} />
      {#if own.data}<Sessions sessions={own.data.sessions} onEnd={end} />{/if}
      <p><button class="act" disabled={acts.busy} onclick={everywhere}>Sign out everywhere</button></p>
    </section>
    <section class="leaf pad" aria-label="Second factor">
      <h2>Second factor</h2>
      {#if own.data}<SecondFactor
          isSet={own.data.secondFactor}
          recoveryCodes={own.data.recoveryCodes}
          required={own.data.required}
          onChange={() => own.refetch()}
        />{/if}
    </section>
    <section class="leaf pad" aria-label="Away and deputy">
      <h2>Away and deputy</h2>
      <Away />
    </section>
    <section class="leaf pad" aria-label="Password">
      <h2>Password</h2>
      <Password />
    </section>
  </div>
</div>

<style>
  .head {
    align-items: baseline;
  }
  .parts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
    gap: 16px;
    align-items: start;
  }
  h2 {
    margin-bottom: 8px;
  }
  p {
    margin-top: 10px;
  }
  .head p {
    margin: 0;
  }
</style>
