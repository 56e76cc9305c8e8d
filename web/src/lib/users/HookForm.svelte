<script lang="ts">
  import { untrack } from 'svelte';
  import { api, ask, type Schemas } from '$lib/api/client';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Field from '$lib/ui/Field.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { words } from '$lib/ui/format';
  /** A web hook: where it tells, of what, and whose sight it has. */
  let {
    users,
    kinds,
    hook,
    onDone
  }: {
    users: Schemas['UserView'][];
    kinds: string[];
    /** the one that is changed; null for a new one */
    hook: Schemas['WebHookView'] | null;
    onDone: (secret: string | null) => unknown;
  } = $props();
  const id = $props.id();
  const form = new Form({
    values: untrack(() => ({
      name: hook?.name ?? '',
      url: hook?.url ?? '',
      personId: hook?.personId ?? 0,
      kinds: hook?.kinds ?? ['quote', 'order', 'invoice'],
      active: hook?.active ?? true
    })),
    version: untrack(() => hook?.version ?? 0),
    send: async (body, version): Promise<string | null> => {
      if (!hook) return (await ask(api.POST('/api/web-hooks', { body }))).secret;
      const params = { path: { hook: hook.id }, header: match(version) };
      await ask(api.PUT('/api/web-hooks/{hook}', { params, body }));
      return null;
    },
    done: (secret: string | null) => onDone(secret)
  });
</script>

<form class="form one" onsubmit={form.submit}>
  <Field label="Name" name="name" bind:value={form.values.name} problem={form.at('name')} />
  <Field label="Address (https://…)" name="url" bind:value={form.values.url} problem={form.at('url')} />
  <div>
    <label for="{id}-as">Sees as</label>
    <select
      class="box"
      id="{id}-as"
      bind:value={form.values.personId}
      aria-invalid={form.at('personId') ? 'true' : undefined}
    >
      <option value={0} disabled>Choose a user</option>
      {#each users.filter((user) => user.active) as user (user.id)}<option value={user.id}>{user.name}</option
        >{/each}
    </select>
    {#if form.at('personId')}<div class="bad">{form.at('personId')}</div>{/if}
  </div>
  <fieldset>
    <legend>Is told of</legend>
    {#each kinds as kind (kind)}
      <label><input type="checkbox" value={kind} bind:group={form.values.kinds} /> {words(kind)}</label>
    {/each}
    {#if form.at('kinds')}<p class="bad">{form.at('kinds')}</p>{/if}
  </fieldset>
  {#if hook}<label><input type="checkbox" bind:checked={form.values.active} /> at work</label>{/if}
  <FormFoot {form} label={hook ? 'Save' : 'Add'} />
</form>

<style>
  fieldset {
    max-height: 180px;
    overflow-y: auto;
    border: 1px solid var(--rule);
    padding: 4px 8px;
  }
  fieldset label {
    display: flex;
    gap: 6px;
    min-height: 26px;
    align-items: center;
  }
  select {
    width: 100%;
  }
</style>
