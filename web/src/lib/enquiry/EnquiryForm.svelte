<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts, match } from '$lib/ui/acts.svelte';
  import { untrack } from 'svelte';
  import { contactDetails } from './enquiry';
  /** Changes what was taken down. */
  let { enquiry, onChange }: { enquiry: Schemas['EnquiryRow']; onChange: () => unknown } = $props();
  const acts = new Acts(() => onChange());
  let form = $state(
    untrack(() => ({
      name: enquiry.name,
      contactDetails: contactDetails(enquiry.email, enquiry.phone),
      subject: enquiry.subject,
      person: enquiry.person,
      postal: enquiry.postal,
      town: enquiry.town,
      family: enquiry.family ?? '',
      value: enquiry.value ?? '',
      source: enquiry.source,
      campaign: enquiry.campaign
    }))
  );
  const FIELDS = [
    ['name', 'Company or name'],
    ['person', 'Contact'],
    ['contactDetails', 'Contact details'],
    ['subject', 'Subject'],
    ['postal', 'Postal code'],
    ['town', 'Town'],
    ['family', 'Product family'],
    ['value', 'Estimated value'],
    ['source', 'Source'],
    ['campaign', 'Campaign']
  ] as const;

  function change(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(() =>
      ask(
        api.PUT('/api/enquiries/{id}', {
          params: { path: { id: enquiry.id }, header: match(enquiry.version) },
          body: { ...form, owner: null }
        })
      )
    );
  }
</script>

<form onsubmit={change}>
  {#each FIELDS as [name, label], n (name)}
    <Field {label} {name} bind:value={form[name]} problem={acts.at(name)} focus={n === 0} />
  {/each}
  <div class="whole">
    <Notice refusal={acts.refusal} />
    <p><button class="act main" disabled={acts.busy}>Save</button></p>
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 14px;
  }
  .whole {
    grid-column: 1 / -1;
  }
</style>
