<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  /** The company's picture on papers and customer pages. */
  let { logo, mayChange, onChange }: { logo: string | null; mayChange: boolean; onChange: () => unknown } =
    $props();
  const acts = new Acts(() => onChange());

  function send(file: Blob) {
    return acts.run(() =>
      ask(
        api.PUT('/api/company/particulars/logo', {
          body: file as never,
          bodySerializer: (body: unknown) => body as never,
          headers: { 'Content-Type': 'application/octet-stream' }
        })
      )
    );
  }

  function choose(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (file) void send(file);
  }
</script>

<div class="logo">
  {#if logo}<img src={`/api/company/particulars/logo?${logo.slice(0, 8)}`} alt="Our logo" />{:else}<span
      class="quiet">No logo yet: a PNG or JPEG of at most 500 kB.</span
    >{/if}
  {#if mayChange}
    <label class="act plain-label"
      >{logo ? 'Replace…' : 'Choose a picture…'}<input
        class="sr-only"
        type="file"
        accept="image/png,image/jpeg"
        disabled={acts.busy}
        onchange={choose}
      /></label
    >
    {#if logo}<button class="plain" disabled={acts.busy} onclick={() => void send(new Blob([]))}
        >Remove</button
      >{/if}
  {/if}
</div>
<Notice refusal={acts.refusal} />

<style>
  .logo {
    display: flex;
    align-items: center;
    gap: 14px;
    margin-bottom: 12px;
  }
  img {
    max-height: 48px;
    max-width: 220px;
  }
</style>
