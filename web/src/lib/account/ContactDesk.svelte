<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import NewOpportunity from '$lib/opportunity/NewOpportunity.svelte';
  import { offer } from '$lib/shell/actions.svelte';
  import { session } from '$lib/shell/session.svelte';
  import Ask from '$lib/ui/Ask.svelte';
  import Icon from '$lib/ui/Icon.svelte';
  import Reach from '$lib/ui/Reach.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  import ContactForm from './ContactForm.svelte';
  import OwnFields from '$lib/ownfield/OwnFields.svelte';
  /** A contact: how to reach them, and all that was and is done with them. */
  let { c, onChange }: { c: Schemas['ContactPage']; onChange: () => unknown } = $props();
  const who = $derived(c.contact);
  let changing = $state(false);
  let opening = $state(false);
  let showing = $state(false);
  const open = $derived(c.opportunities.filter((o) => o.state === 'open' || o.state === 'paused'));
  const past = $derived(c.opportunities.filter((o) => o.state === 'won' || o.state === 'lost'));
  const edits = $derived(session.sells && c.mayChange);

  offer(() => [
    ...(session.sells ? [{ label: 'New opportunity', keys: 'n', run: () => (opening = true) }] : []),
    ...(edits ? [{ label: 'Edit contact', keys: 'e', run: () => (changing = true) }] : [])
  ]);

  /** What they are in an opportunity. */
  function part(o: Schemas['WithThem']): string {
    return [...(o.isMain ? ['contact'] : []), ...(o.roles ? o.roles.split(', ').map(words) : [])].join(', ');
  }

  async function done() {
    changing = false;
    await onChange();
  }
</script>

{#snippet rows(list: Schemas['WithThem'][], label: string, empty: string)}
  <table class="ledger cards" aria-label={label}>
    <thead
      ><tr
        ><th>Number</th><th>Title</th><th>As</th><th>Stage</th><th class="figure">Value</th><th class="figure"
          >Closes</th
        ><th>Owner</th></tr
      ></thead
    >
    <tbody>
      {#each list as o (o.id)}
        <tr>
          <td class="number"><a href="/opportunities/{o.id}">{o.number}</a></td>
          <td class="lead">{o.title}</td>
          <td class="quiet">{part(o)}</td>
          <td
            >{#if o.state === 'open'}{o.stage}{:else}<Verdict tone={tone(o.state)}>{o.state}</Verdict
              >{/if}</td
          >
          <td class="figure worth">{figure(o.value)}</td>
          <td class="figure">{day(o.closedOn ?? o.expectedClose)}</td>
          <td class="quiet">{o.owner}</td>
        </tr>
      {:else}<tr><td colspan="7" class="quiet none">{empty}</td></tr>{/each}
    </tbody>
  </table>
{/snippet}

<div class="head">
  <h1>{who.name}</h1>
  {#if edits}<button class="act" onclick={() => (changing = true)}>Edit…</button>{/if}
  {#if session.sells}<button class="act main" onclick={() => (opening = true)}
      ><Icon name="plus" size={13} />New opportunity</button
    >{/if}
</div>
<div class="facts">
  {#if who.role}<span>{who.role}</span>{/if}
  <span><a href="/accounts/{c.accountId}">{c.account}</a>{c.town ? ', ' + c.town : ''}</span>
  <span>{c.owner}</span>
</div>
<div class="two">
  <div>
    <h2>Open opportunities</h2>
    {@render rows(open, 'Open opportunities', 'No open opportunities with this contact.')}
    {#if past.length > 0}
      <h2>Won and lost</h2>
      {@render rows(past, 'Won and lost', '')}
    {/if}
  </div>
  <div class="beside">
    <section class="leaf pad reach" aria-label="How to reach them">
      <h2>Phone and email</h2>
      {#if who.phone || who.email}<p class="call"><Reach phone={who.phone} email={who.email} /></p>
      {:else}<p class="quiet">Neither phone nor email known.</p>{/if}
      <p class="card">
        <a href="/api/contacts/{who.id}/contact.vcf" download>vCard</a>
        <button class="plain" onclick={() => (showing = true)}>QR code…</button>
      </p>
      {#if who.channel || who.hours}<p class="quiet">
          {[who.channel ? 'prefers ' + who.channel : '', who.hours].filter(Boolean).join(', ')}
        </p>{/if}
      <OwnFields record="contact" id={who.id} mayChange={edits} />
    </section>
    {#if c.enquiries.length > 0}
      <section class="leaf pad" aria-label="Enquiries">
        <h2>Enquiries</h2>
        {#each c.enquiries as e (e.id)}<p>
            <a href="/enquiries/{e.id}">{e.number}</a>
            {e.subject} <span class="quiet">{words(e.state)}, {day(e.addedAt)}</span>
          </p>{/each}
      </section>
    {/if}
    {#if c.calls.length > 0}
      <section class="leaf pad" aria-label="Calls of call lists">
        <h2>Call lists</h2>
        {#each c.calls as call (call.listId + call.at)}<p>
            <a href="/calls/{call.listId}">{call.name}</a>
            {words(call.outcome)}{call.words ? ': ' + call.words : ''}
            <span class="quiet">{call.person}, {day(call.at)}</span>
          </p>{/each}
      </section>
    {/if}
    {#if c.others.length > 0}
      <section class="leaf pad" aria-label="Others at this account">
        <h2>Also at {c.account}</h2>
        {#each c.others as other (other.id)}<p>
            <a href="/contacts/{other.id}">{other.name}</a>{other.role ? ', ' + other.role : ''}
          </p>{/each}
      </section>
    {/if}
  </div>
</div>

<Ask bind:open={changing} title={who.name}>
  <ContactForm account={c.accountId} contact={who} onDone={done} />
</Ask>
<Ask bind:open={showing} title={who.name}>
  <p class="code">
    <img
      src="/api/contacts/{who.id}/qr.svg"
      alt="QR code of the vCard of {who.name}"
      width="280"
      height="280"
    />
  </p>
  <p class="quiet">A phone’s camera takes the contact from here into its address book.</p>
</Ask>
<Ask bind:open={opening} title="New opportunity with {who.name}">
  <NewOpportunity
    account={{ id: c.accountId, name: c.account }}
    contacts={[who, ...c.others]}
    contact={who.id}
  />
</Ask>

<style>
  .beside {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  h2 {
    margin: 10px 0 4px;
  }
  .pad h2 {
    margin-top: 0;
  }
  section p {
    padding: 2px 0;
    font-size: var(--type-small);
    overflow-wrap: anywhere;
  }
  .card {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  .code {
    text-align: center;
  }
  .code img {
    width: min(280px, 100%);
    height: auto;
    background: #fff;
  }
  .call {
    font-size: var(--type-text);
  }
  @media (max-width: 640px) {
    .reach {
      order: -1;
    }
    .beside {
      order: -1;
    }
  }
</style>
