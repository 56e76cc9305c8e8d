<script lang="ts">
  import ReportTabs from '$lib/report/ReportTabs.svelte';
  import Winning from '$lib/report/Winning.svelte';
</script>

<svelte:head><title>What it took to win · Firm Tally</title></svelte:head>
<div class="page">
  <div class="head"><h1>What did it take to win?</h1></div>
  <ReportTabs />
  <Winning />
</div>
