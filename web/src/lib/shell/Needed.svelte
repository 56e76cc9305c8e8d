<script lang="ts">
  import SecondFactor from '$lib/profile/SecondFactor.svelte';
  import { session } from './session.svelte';
  /** What somebody has to do before anything else: their company asks for a second factor. */
</script>

<svelte:head><title>Second factor · Firm Tally</title></svelte:head>
<main>
  <section class="leaf">
    <h1>Set up your second factor</h1>
    <SecondFactor isSet={false} required onChange={() => session.load()} />
    <p><button class="plain" onclick={() => session.signOut()}>Sign out</button></p>
  </section>
</main>

<style>
  main {
    min-height: 100vh;
    display: grid;
    place-items: center;
    padding: 20px;
  }
  section {
    width: min(560px, 92vw);
    padding: 28px 32px;
  }
  h1 {
    margin-bottom: 10px;
  }
  p {
    margin-top: 16px;
  }
</style>
