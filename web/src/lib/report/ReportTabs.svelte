<script lang="ts">
  import Places from '$lib/ui/Places.svelte';
  /** What is looked back on, and what was set out to be won. */
</script>

<Places
  label="Reports"
  places={[
    ['/reports', 'Figures'],
    ['/reports/goals', 'Goals']
  ]}
/>
