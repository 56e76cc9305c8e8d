<script lang="ts">
  import { api, ask, asRefusal, type Refusal } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { words } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  const list = load(
    () => ['people'],
    () => api.GET('/api/users')
  );
  const empty = { name: '', email: '', login: '', password: '', role: 'rep', team: '' };
  let form = $state({ ...empty });
  let refusal = $state<Refusal | null>(null);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    refusal = null;
    try {
      await ask(api.POST('/api/users', { body: form }));
      form = { ...empty };
      await list.refetch();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }

  async function team(id: number, name: string) {
    refusal = null;
    try {
      await ask(api.PUT('/api/users/{id}/team', { params: { path: { id } }, body: { team: name } }));
      await list.refetch();
    } catch (thrown) {
      refusal = asRefusal(thrown);
    }
  }
</script>

<svelte:head><title>People · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>People</h1></div>
  <Notice refusal={refusalOf(list)} />
  <div class="two">
    <table class="ledger" aria-label="People">
      <thead><tr><th>Name</th><th>Role</th><th>Team</th></tr></thead>
      <tbody
        >{#each list.data ?? [] as p (p.id)}<tr
            ><td>{p.name}</td><td>{words(p.role)}</td><td
              ><input
                class="box"
                aria-label="Team of {p.name}"
                value={p.team ?? ''}
                list="teams"
                placeholder="none: sees all"
                onchange={(e) => team(p.id, e.currentTarget.value)}
              /></td
            ></tr
          >{/each}</tbody
      >
    </table>
    <form class="leaf" onsubmit={add}>
      <h2>Add a person</h2>
      <Field label="Name" name="name" bind:value={form.name} problem={refusal?.at('name')} />
      <Field label="Email" name="email" bind:value={form.email} problem={refusal?.at('email')} />
      <Field label="Sign-in name" name="login" bind:value={form.login} problem={refusal?.at('login')} />
      <Field
        label="First password"
        name="password"
        type="password"
        bind:value={form.password}
        problem={refusal?.at('password')}
      />
      <label
        >Role <select class="box" bind:value={form.role}
          >{#each ['rep', 'manager', 'credit-controller', 'administrator'] as role (role)}<option value={role}
              >{words(role)}</option
            >{/each}</select
        ></label
      >
      <Field label="Team; empty for one who sees all" name="team" bind:value={form.team} list="teams" />
      <datalist id="teams"
        >{#each [...new Set((list.data ?? []).map((p) => p.team).filter(Boolean))] as t (t)}<option value={t}
          ></option>{/each}</datalist
      >
      <Notice {refusal} />
      <button class="act main">Add</button>
    </form>
  </div>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 340px;
    gap: 16px;
    align-items: start;
  }
  form {
    padding: 14px 18px;
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
</style>
