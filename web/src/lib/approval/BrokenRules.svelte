<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { figure, percent } from '$lib/ui/format';
  /** Which lines break a rule, and how far; and what the whole breaks. */
  let { worksheet }: { worksheet: Schemas['WorksheetView'] } = $props();
  const reasons = $derived(worksheet.signOff.reasons);
  const broken = $derived(
    worksheet.lines
      .map((line, n) => ({ line, row: n + 1, reasons: reasons.filter((r) => r.line === line.id) }))
      .filter((row) => row.reasons.length > 0)
  );
  const whole = $derived(reasons.filter((r) => !r.line));
</script>

<section class="leaf pad" aria-label="What needs it">
  <h2>What needs it</h2>
  {#each whole as reason (reason.rule)}<p class="heed">{reason.words}</p>{/each}
  {#if broken.length}
    <div class="scroll">
      <table class="ledger cards" aria-label="Lines that break a rule">
        <thead
          ><tr
            ><th>Row</th><th>Description</th><th class="figure">Quantity</th><th class="figure">Discount</th
            ><th class="figure">Line total</th><th class="figure">Margin</th><th>Rule</th></tr
          ></thead
        >
        <tbody>
          {#each broken as { line, row, reasons: why } (line.id)}
            <tr>
              <td>{row}</td>
              <td class="lead">{line.typed?.description}</td>
              <td class="figure">{figure(line.typed?.quantity)}</td>
              <td class="figure worth">{percent(line.figures?.discountPercent ?? null)}</td>
              <td class="figure">{figure(line.figures?.finalAmount)}</td>
              <td class="figure">{percent(line.figures?.marginPercent ?? null)}</td>
              <td class="heed">{why.map((r) => r.words).join('; ')}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>

<style>
  h2 {
    margin-bottom: 4px;
  }
  section {
    min-width: 0;
  }
</style>
