<script lang="ts">
  import Places from '$lib/ui/Places.svelte';
  /** The questions that are asked every week; all others stand on the overview. */
</script>

<Places
  label="Reports"
  places={[
    ['/reports', 'Overview'],
    ['/reports/goals', 'Goals'],
    ['/reports/outlook', 'Outlook'],
    ['/reports/movement', 'What moved'],
    ['/reports/funnel', 'Where deals stick'],
    ['/reports/table', 'Table'],
    ['/reports/meeting', 'Meeting']
  ]}
/>
