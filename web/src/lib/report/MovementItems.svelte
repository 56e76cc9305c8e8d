<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, percent, signOf } from '$lib/ui/format';
  import { PARTS } from './moves';
  /** Each opportunity that moved something, the largest first. */
  let { m, part, onAll }: { m: Schemas['MovementView']; part: string; onAll: () => unknown } = $props();
  const rows = $derived(m.items.filter((i) => part === '' || i.part === part));
  const WORDS: Record<string, string> = Object.fromEntries(PARTS);

  /** What of it is another than before, in words. */
  function told(i: Schemas['MovedItem']): string {
    const words: string[] = [];
    if (!i.was) return `expected ${day(i.is.close)}, odds ${percent(i.is.probability)}`;
    if (i.was.value !== i.is.value) words.push(`value ${figure(i.was.value)} to ${figure(i.is.value)}`);
    if (i.was.probability !== i.is.probability)
      words.push(`odds ${percent(i.was.probability)} to ${percent(i.is.probability)}`);
    if (i.was.close !== i.is.close) words.push(`close ${day(i.was.close)} to ${day(i.is.close)}`);
    return words.join(', ') || WORDS[i.part]?.toLowerCase() || '';
  }
</script>

<div class="bar">
  <h2>{part ? WORDS[part] : 'What moved'}</h2>
  {#if part}<button class="act" onclick={onAll}>All parts</button>{/if}
</div>
<div class="scroll">
  <table class="ledger cards" aria-label="What moved">
    <thead
      ><tr
        ><th>Number</th><th>Opportunity</th><th>Account</th><th>Rep</th><th>Part</th><th>From what to what</th
        ><th class="figure">Before</th><th class="figure">Now</th><th class="figure">Change</th></tr
      ></thead
    >
    <tbody>
      {#each rows as i (i.id)}
        <tr>
          <td class="number"><a href="/opportunities/{i.id}">{i.number}</a></td>
          <td class="lead">{i.title}</td>
          <td>{i.account}</td>
          <td class="off">{i.owner}</td>
          <td>{WORDS[i.part]}</td>
          <td class="quiet">{told(i)}</td>
          <td class="figure off">{signOf(i.before) ? figure(i.before) : '–'}</td>
          <td class="figure off">{signOf(i.after) ? figure(i.after) : '–'}</td>
          <td class="figure worth" class:bad={signOf(i.change) < 0}
            >{signOf(i.change) > 0 ? '+' : ''}{figure(i.change)}</td
          >
        </tr>
      {:else}<tr><td colspan="9" class="quiet">Nothing moved between these days.</td></tr>{/each}
    </tbody>
  </table>
</div>
{#if m.itemCount > m.items.length}<p class="quiet">
    The {m.items.length} largest of {m.itemCount}. Choose a rep or a shorter time for the others.
  </p>{/if}
<p class="quiet">Weighted: value times odds of what is expected from {day(m.from)} to {day(m.to)}.</p>

<style>
  .bar {
    display: flex;
    gap: 10px;
    align-items: center;
    margin-bottom: 6px;
  }
  h2 {
    margin-right: auto;
  }
</style>
