<script lang="ts">
  /** A phone number and an email address, a touch away. */
  let { phone, email }: { phone: string; email: string } = $props();
</script>

{#if phone}<a class="reach" href="tel:{phone.replace(/[^+\d]/g, '')}">{phone}</a>{/if}
{#if email}<a class="reach" href="mailto:{email}">{email}</a>{/if}

<style>
  .reach {
    margin-right: var(--gap);
  }
</style>
