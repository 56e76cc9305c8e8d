<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { match } from '$lib/ui/acts.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  /** When backups are made by themselves, and how many stay. */
  let { plan, onChange }: { plan: Schemas['BackupPlan']; onChange: () => unknown } = $props();
  const HOURS = [
    ['', 'never by itself'],
    ...Array.from({ length: 24 }, (_, hour) => [String(hour), `each day after ${hour}:00`] as const)
  ] as readonly (readonly [string, string])[];
  const of = (p: Schemas['BackupPlan']) => ({
    values: { hour: p.hour === null ? '' : String(p.hour), keep: String(p.keep), days: String(p.days) },
    version: p.version
  });
  const form = new Form({
    ...untrack(() => of(plan)),
    send: (body, version) =>
      ask(api.PUT('/api/upkeep/backup-plan', { params: { header: match(version) }, body })),
    reread: async () => of((await ask(api.GET('/api/upkeep'))).plan),
    done: () => {
      say('Saved.');
      return onChange();
    }
  });
</script>

<form class="form" onsubmit={form.submit}>
  <div class="whole"><Pick {form} name="hour" label="Back up" options={HOURS} /></div>
  <Entry {form} name="keep" label="Keep the newest" />
  <Entry {form} name="days" label="Not older than, days (0: any)" />
  <FormFoot {form} secondary />
</form>
