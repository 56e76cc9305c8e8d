<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  /** What can be typed on an account; price group and terms by managers. */
  let { a, onChange }: { a: Schemas['AccountPage']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let form = $state(
    untrack(() => ({
      name: a.name,
      industry: a.industry,
      street: a.street,
      postal: a.postal,
      town: a.town,
      email: a.email,
      phone: a.phone,
      priceGroup: a.priceGroup ?? '',
      termsDays: String(a.termsDays),
      poNumberRequired: a.poNumberRequired
    }))
  );
  const FIELDS = [
    ['name', 'Name'],
    ['industry', 'Industry'],
    ['street', 'Street'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['email', 'Email'],
    ['phone', 'Phone']
  ] as const;

  function change(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() =>
      ask(
        api.PUT('/api/accounts/{id}', {
          params: { path: { id: a.id }, header: match(a.version) },
          body: form
        })
      )
    );
  }
</script>

<form onsubmit={change}>
  {#each FIELDS as [name, label], n (name)}
    <Field {label} {name} bind:value={form[name]} problem={acts.at(name)} focus={n === 0} />
  {/each}
  {#if a.mayChangeTerms}
    <Field
      label="Price group"
      name="priceGroup"
      bind:value={form.priceGroup}
      problem={acts.at('priceGroup')}
    />
    <Field
      label="Payment terms (days)"
      name="termsDays"
      bind:value={form.termsDays}
      problem={acts.at('termsDays')}
    />
  {/if}
  <label class="whole"
    ><input type="checkbox" bind:checked={form.poNumberRequired} /> PO number required</label
  >
  <div class="whole">
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Save</button></p>
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 12px;
  }
  .whole {
    grid-column: 1 / -1;
  }
</style>
