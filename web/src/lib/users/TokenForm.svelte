<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** Makes a token for a program. */
  let {
    users,
    onMade
  }: {
    users: Schemas['UserView'][];
    onMade: (made: Schemas['TokenMade']) => unknown;
  } = $props();
  const id = $props.id();
  const acts = new Acts();
  let name = $state('');
  let person = $state(0);
  let scope = $state('read');
  let until = $state('');

  async function make(event: SubmitEvent) {
    event.preventDefault();
    const done = await acts.run(async () => {
      await onMade(await ask(api.POST('/api/tokens', { body: { name, personId: person, scope, until } })));
    });
    if (done) name = until = '';
  }
</script>

<h2>Add a token</h2>
<form onsubmit={make}>
  <Field label="Program" name="name" bind:value={name} problem={acts.at('name')} />
  <div>
    <label for="{id}-as">Acts as</label>
    <select
      class="box"
      id="{id}-as"
      bind:value={person}
      aria-invalid={acts.at('personId') ? 'true' : undefined}
    >
      <option value={0} disabled>Choose a user</option>
      {#each users.filter((user) => user.active) as user (user.id)}<option value={user.id}>{user.name}</option
        >{/each}
    </select>
    {#if acts.at('personId')}<div class="bad">{acts.at('personId')}</div>{/if}
  </div>
  <div>
    <label for="{id}-scope">May</label>
    <select class="box" id="{id}-scope" bind:value={scope}>
      <option value="read">read</option>
      <option value="write">read and write</option>
    </select>
  </div>
  <Field label="Until, for example 2027-12-31" name="until" bind:value={until} problem={acts.at('until')} />
  <Notice refusal={acts.refusal?.problems.length ? null : acts.refusal} />
  <p><button class="act" disabled={acts.busy}>Add</button></p>
</form>

<style>
  h2 {
    margin: 0 0 8px;
  }
  form {
    display: grid;
    gap: 8px;
  }
  label {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
  }
  select {
    width: 100%;
  }
</style>
