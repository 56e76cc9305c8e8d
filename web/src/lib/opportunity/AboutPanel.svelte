<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, words } from '$lib/ui/format';
  /** What is known of it beside its lines, and who stands around it. */
  let {
    o,
    onChangeAbout,
    onChangeTeam,
    onMove
  }: {
    o: Schemas['OpportunityView'];
    onChangeAbout: () => void;
    onChangeTeam: () => void;
    /** to a colleague, or to another sales process */
    onMove?: (what: 'owner' | 'process') => void;
  } = $props();
  const contact = $derived(o.contacts.find((c) => c.id === o.about.contactId));
  const rows = $derived([
    ['Budget', o.about.budget ? figure(o.about.budget) : '–'],
    ['Value', figure(o.worksheet.totals.contract)],
    ['Priority', o.about.priority],
    ['Interest', o.about.interest],
    ['Business', o.about.business],
    ['Source', o.about.source || '–'],
    ['Campaign', o.about.campaign || '–'],
    ['Process', o.process],
    ['Opened', day(o.openedOn)],
    ['Last activity', day(o.touchedOn)]
  ]);
  const shared = $derived(o.team.shares.length > 0);
</script>

<section aria-label="Details">
  <h2>
    Details {#if o.mayChange}<button class="plain" onclick={onChangeAbout}>Edit…</button>{/if}
  </h2>
  <dl>
    {#each rows as [label, value] (label)}<dt>{label}</dt>
      <dd>{value}</dd>{/each}
  </dl>
  {#await import('$lib/ownfield/OwnFields.svelte') then { default: OwnFields }}
    <OwnFields record="opportunity" id={o.id} mayChange={o.mayChange} />
  {/await}
  {#if o.mayChange && onMove}
    <p>
      <button class="plain" onclick={() => onMove('owner')}>Reassign…</button>
      <button class="plain" onclick={() => onMove('process')}>Change sales process…</button>
    </p>
  {/if}
  {#if o.about.note}<p class="note">{o.about.note}</p>{/if}
  {#if o.about.copiedFrom}<p>
      Copied from <a href="/opportunities/{o.about.copiedFrom}">another opportunity</a>
    </p>{/if}
  <h2>
    People and competitors {#if o.mayChange}<button class="plain" onclick={onChangeTeam}>Edit…</button>{/if}
  </h2>
  {#if contact}
    <p>
      <b>{contact.name}</b>{contact.role ? ', ' + contact.role : ''}<br /><span class="quiet"
        >{contact.phone} {contact.email}{contact.hours ? ', ' + contact.hours : ''}</span
      >
    </p>
  {/if}
  {#each o.team.people as p (p.contactId + p.role)}
    <p>
      <b>{p.name}</b>
      {words(p.role)}{p.accountId === o.accountId ? '' : ', ' + p.account}<br /><span class="quiet"
        >{p.phone} {p.email}</span
      >
    </p>
  {/each}
  <dl>
    <dt>Competitors</dt>
    <dd>{o.team.competitors.join(', ') || '–'}</dd>
    <dt>Tags</dt>
    <dd>{o.team.tags.join(', ') || '–'}</dd>
    <dt>{shared ? 'Shared' : 'Owner'}</dt>
    <dd>
      {o.owner}{#each o.team.shares as s (s.personId)}, {s.name} {s.part} %{/each}
    </dd>
  </dl>
</section>

<style>
  h2 {
    display: flex;
    justify-content: space-between;
    margin-bottom: 3px;
  }
  h2:not(:first-child) {
    margin-top: 12px;
  }
  dl {
    display: grid;
    grid-template-columns: 96px 1fr;
    gap: 1px 10px;
    font-size: var(--type-small);
  }
  dt {
    color: var(--stone);
  }
  dd {
    overflow-wrap: anywhere;
  }
  p {
    font-size: var(--type-small);
    padding: 2px 0;
  }
  .note {
    white-space: pre-wrap;
    border-left: 2px solid var(--brass);
    padding-left: 8px;
    margin-top: 6px;
  }
  b {
    font-weight: 560;
  }
</style>
