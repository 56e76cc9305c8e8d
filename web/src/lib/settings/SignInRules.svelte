<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** What is asked of everybody who signs in. */
  let {
    rules,
    mayChange,
    onChange
  }: { rules: Schemas['SignInRules']; mayChange: boolean; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());

  function set(secondFactorRequired: boolean) {
    return acts.run(() => ask(api.PUT('/api/company/sign-in', { body: { secondFactorRequired } })));
  }
</script>

<Notice refusal={acts.refusal} />
<label class="tick"
  ><input
    type="checkbox"
    checked={rules.secondFactorRequired}
    disabled={!mayChange || acts.busy}
    onchange={(event) => void set(event.currentTarget.checked)}
  /> Everybody needs a second factor</label
>
<p class="quiet">
  Who has none is asked to set it up next, before anything else. Passwords have at least {rules.shortestPassword}
  characters, and common ones are refused; none has to be changed by the calendar.
</p>
