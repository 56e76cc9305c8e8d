<script lang="ts">
  import Received from '$lib/email/Received.svelte';
  import Sent from '$lib/email/Sent.svelte';
  import Tabs from '$lib/ui/Tabs.svelte';
  let shown = $state('sent');
</script>

<svelte:head><title>Emails · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>Emails</h1></div>
  <Tabs
    label="Emails"
    tabs={[
      { key: 'sent', label: 'Sent' },
      { key: 'received', label: 'Received' }
    ]}
    bind:chosen={shown}
  />
  {#if shown === 'sent'}<Sent />{:else}<Received />{/if}
</div>

<style>
  /* Both tabs: a list, and beside it the one that is read. */
  .page :global(.two) {
    display: grid;
    grid-template-columns: 380px minmax(0, 1fr);
    gap: 16px;
    align-items: start;
  }
  .page :global(.list > button) {
    display: block;
    width: 100%;
    text-align: left;
    padding: 7px 12px;
    border-bottom: 1px solid var(--rule);
    cursor: pointer;
  }
  .page :global(.list > button[aria-pressed='true']) {
    background: var(--petrol-wash);
    box-shadow: inset 3px 0 0 var(--petrol);
  }
  .page :global(.list > button > *) {
    display: block;
  }
  .page :global(.list > button > b) {
    font-weight: 560;
  }
  .page :global(.list > button > span) {
    font-size: var(--type-small);
  }
  @media (max-width: 800px) {
    .page :global(.two) {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
