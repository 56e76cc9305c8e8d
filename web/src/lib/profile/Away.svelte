<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { day } from '$lib/ui/format';
  import { load, refusalOf } from '$lib/ui/load.svelte';
  import { session } from '$lib/shell/session.svelte';
  /** When one is away, and who answers sign-offs and holds meanwhile. */
  const today = session.view?.today ?? '';
  const absences = load(
    () => ['absences'],
    () => api.GET('/api/absences')
  );
  const users = load(
    () => ['users'],
    () => api.GET('/api/users')
  );
  const acts = new Acts(() => absences.refetch());
  const form = new Form({
    values: { deputyId: '', from: today, until: today },
    send: ({ deputyId, from, until }) =>
      ask(api.POST('/api/absences', { body: { deputyId: Number(deputyId) || null, from, until } })),
    done: () => {
      form.begin({ deputyId: '', from: today, until: today });
      return absences.refetch();
    }
  });
  const others = $derived((users.data ?? []).filter((u) => u.active && u.id !== session.me?.id));
</script>

<Notice refusal={refusalOf(absences) ?? acts.refusal} />
{#each absences.data ?? [] as a (a.id)}
  <p>
    {#if a.personId === session.me?.id}You are away {day(a.from)} to {day(a.until)}; <b>{a.deputy}</b> answers
      for you.
      <button
        class="plain"
        disabled={acts.busy}
        onclick={() =>
          void acts.run(() => ask(api.DELETE('/api/absences/{id}', { params: { path: { id: a.id } } })))}
        >End it</button
      >{:else}<b>{a.person}</b> is away {day(a.from)} to {day(a.until)}; you answer for them.{/if}
  </p>
{/each}
<form class="form" onsubmit={form.submit}>
  <Entry {form} name="from" label="Away from" type="date" />
  <Entry {form} name="until" label="Last day" type="date" />
  <div class="whole">
    <Pick
      {form}
      name="deputyId"
      label="Deputy"
      options={[['', 'choose a colleague'], ...others.map((u) => [String(u.id), u.name] as const)]}
    />
  </div>
  <p class="quiet whole">
    A deputy answers what you may, of what they see themselves; nobody answers what they asked for.
  </p>
  <FormFoot {form} label="Save" />
</form>
