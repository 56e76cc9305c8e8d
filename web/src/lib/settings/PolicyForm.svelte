<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Entry from '$lib/forms/Entry.svelte';
  import FormFoot from '$lib/forms/FormFoot.svelte';
  import Pick from '$lib/forms/Pick.svelte';
  import { Form } from '$lib/forms/form.svelte';
  import { session } from '$lib/shell/session.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { say } from '$lib/ui/said';
  import { untrack } from 'svelte';
  import PolicyTrial from './PolicyTrial.svelte';
  /** Who may give what, from a day on; tried on the last quarter before it is saved. */
  let {
    policy,
    version,
    families,
    onChange
  }: { policy: Schemas['PolicyView']; version: number; families: string[]; onChange: () => unknown } =
    $props();
  const ROLES = [
    ['manager', 'manager'],
    ['administrator', 'administrator']
  ] as const;
  const PRICES = [
    ['specific', 'the most specific price (customer, group, everyone)'],
    ['lowest', 'the lowest price']
  ] as const;
  const valuesOf = (p: Schemas['PolicyView']) => ({
    from: session.view?.today ?? '',
    pricePolicy: p.pricePolicy,
    repDiscount: p.repDiscount,
    managerDiscount: p.managerDiscount,
    documentFloor: p.documentFloor ?? '',
    documentFloorRole: p.documentFloorRole,
    families: p.families.map((f) => ({ ...f })),
    giftCost: p.giftCost ?? '',
    giftCostRole: p.giftCostRole,
    values: p.values.map((v) => ({ ...v })),
    ownCostOver: p.ownCostOver ?? ''
  });
  const form = new Form({
    values: untrack(() => valuesOf(policy)),
    version: untrack(() => version),
    draft: 'selling policy',
    send: (body, read) => ask(api.PUT('/api/policies', { params: { header: match(read) }, body })),
    reread: async () => {
      const now = await ask(api.GET('/api/policies'));
      return { values: valuesOf(now.policies[0] ?? policy), version: now.version };
    },
    done: () => {
      say('Saved. What was sent before stays as it was.');
      return onChange();
    }
  });
  form.labels.families = 'Family floors';
  form.labels.values = 'Values';
  let trial = $state.raw<Schemas['TrialResult'] | null>(null);
  const trying = new Acts();
  const list = $props.id();

  function tryIt() {
    return trying.run(async () => {
      trial = await ask(api.POST('/api/policies/trial', { body: form.values }));
    });
  }

  const at = (where: string) => form.at(where) ?? trying.at(where);
</script>

<form class="form" onsubmit={form.submit}>
  <Entry {form} name="repDiscount" label="A rep may give on a line, %" />
  <Entry {form} name="managerDiscount" label="A manager may give, % (100: everything)" />
  <Entry {form} name="documentFloor" label="Margin floor of a document, % (optional)" />
  <Pick {form} name="documentFloorRole" label="Below it signs" options={ROLES} />
  <Entry {form} name="giftCost" label="Goods free of charge up to a cost of (optional)" />
  <Pick {form} name="giftCostRole" label="Above it signs" options={ROLES} />
  <Entry {form} name="ownCostOver" label="Lines with a cost of their own up to (optional)" />
  <Pick {form} name="pricePolicy" label="Where several prices hold" options={PRICES} />
  <fieldset>
    <legend>Margin floors of families</legend>
    {#each form.values.families as floor, i (i)}
      <div class="row">
        <input
          class="box"
          aria-label={`Family ${i + 1}`}
          list={`${list}-families`}
          bind:value={floor.family}
        />
        <input class="box figure" aria-label={`Margin floor ${i + 1}, %`} bind:value={floor.margin} />
        <select class="box" aria-label={`Signs below ${i + 1}`} bind:value={floor.role}>
          {#each ROLES as [key, words] (key)}<option value={key}>{words}</option>{/each}
        </select>
        <button
          type="button"
          class="plain"
          onclick={() => (form.values.families = form.values.families.filter((_, n) => n !== i))}
          >Remove</button
        >
        {#each ['family', 'margin', 'role'] as part (part)}
          {#if at(`families[${i}].${part}`)}<div class="bad problem">{at(`families[${i}].${part}`)}</div>{/if}
        {/each}
      </div>
    {/each}
    <button
      type="button"
      class="plain"
      onclick={() =>
        (form.values.families = [...form.values.families, { family: '', margin: '', role: 'manager' }])}
      >Add a family</button
    >
    <datalist id={`${list}-families`}
      >{#each families as family (family)}<option value={family}></option>{/each}</datalist
    >
  </fieldset>
  <fieldset>
    <legend>Values above which somebody signs</legend>
    {#each form.values.values as value, i (i)}
      <div class="row">
        <input class="box figure" aria-label={`Value above ${i + 1}`} bind:value={value.amount} />
        <select class="box" aria-label={`Signs above ${i + 1}`} bind:value={value.role}>
          {#each ROLES as [key, words] (key)}<option value={key}>{words}</option>{/each}
        </select>
        <button
          type="button"
          class="plain"
          onclick={() => (form.values.values = form.values.values.filter((_, n) => n !== i))}>Remove</button
        >
        {#each ['amount', 'role'] as part (part)}
          {#if at(`values[${i}].${part}`)}<div class="bad problem">{at(`values[${i}].${part}`)}</div>{/if}
        {/each}
      </div>
    {/each}
    <button
      type="button"
      class="plain"
      onclick={() => (form.values.values = [...form.values.values, { amount: '', role: 'manager' }])}
      >Add a value</button
    >
  </fieldset>
  <Entry {form} name="from" label="In force from" type="date" />
  <span></span>
  <FormFoot {form} label="Save">
    <button type="button" class="act" disabled={trying.busy} onclick={() => void tryIt()}
      >Try on last quarter</button
    >
  </FormFoot>
</form>
<Notice refusal={trying.refusal} />
{#if trial}<PolicyTrial {trial} />{/if}

<style>
  .row {
    display: grid;
    grid-template-columns: minmax(120px, 2fr) minmax(80px, 1fr) minmax(120px, 1fr) auto;
    gap: 8px;
    margin-bottom: 6px;
  }
  .row:has(> :nth-child(3):is(button)) {
    grid-template-columns: minmax(120px, 2fr) minmax(120px, 1fr) auto;
  }
  @media (max-width: 640px) {
    .row,
    .row:has(> :nth-child(3):is(button)) {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
  }
  .row .problem {
    grid-column: 1 / -1;
  }
</style>
