<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { day, figure, position } from '$lib/ui/format';
  /** How far each line is: one bar, filled as far as it is delivered, underlined as far as it is invoiced. */
  let { lines }: { lines: Schemas['LineProgress'][] } = $props();
  const part = (of: string, whole: string) => (position(of) / Math.max(position(whole), 0.001)) * 100;
</script>

<div class="scroll">
  <table class="ledger cards" aria-label="Progress by line">
    <thead
      ><tr
        ><th>Line</th><th class="figure">Ordered</th><th class="bar">Delivered and invoiced</th><th
          class="figure">Still due</th
        ><th class="figure">Not invoiced</th><th class="figure">Net</th></tr
      ></thead
    >
    <tbody>
      {#each lines as line (line.line)}
        <tr>
          <td class="lead"
            >{line.description} <span class="quiet">{line.product ?? ''}</span>
            {#if line.requestedOn}<span class="quiet">wanted {day(line.requestedOn)}</span>{/if}</td
          >
          <td class="figure off">{line.quantity} {line.unit}</td>
          <td class="bar">
            <svg
              viewBox="0 0 100 14"
              preserveAspectRatio="none"
              role="img"
              aria-label="{line.delivered} of {line.quantity} delivered, {line.invoiced} invoiced{line.cancelled ===
              '0'
                ? ''
                : `, ${line.cancelled} cancelled`}"
            >
              <rect x="0" y="1" width="100" height="8" class="whole" />
              <rect x="0" y="1" width={part(line.delivered, line.quantity)} height="8" class="delivered" />
              <rect
                x={100 - part(line.cancelled, line.quantity)}
                y="1"
                width={part(line.cancelled, line.quantity)}
                height="8"
                class="cancelled"
              />
              <rect x="0" y="11" width={part(line.invoiced, line.quantity)} height="3" class="invoiced" />
            </svg>
            <span class="quiet"
              >{line.delivered} delivered · {line.invoiced} invoiced{line.cancelled === '0'
                ? ''
                : ` · ${line.cancelled} cancelled`}</span
            >
          </td>
          <td class="figure">{line.due === '0' ? '–' : line.due}</td>
          <td class="figure off">{line.toInvoice === '0' ? '–' : line.toInvoice}</td>
          <td class="figure worth">{figure(line.net)}</td>
        </tr>
      {:else}
        <tr
          ><td colspan="6" class="quiet">Nothing to deliver: what recurs is charged by its agreement.</td></tr
        >
      {/each}
    </tbody>
  </table>
</div>

<style>
  .bar {
    min-width: 190px;
  }
  svg {
    display: block;
    width: 100%;
    height: 14px;
  }
  .whole {
    fill: var(--chalk);
    stroke: var(--rule-strong);
    stroke-width: 0.5;
    vector-effect: non-scaling-stroke;
  }
  .delivered {
    fill: var(--petrol);
  }
  .cancelled {
    fill: var(--rule-strong);
  }
  .invoiced {
    fill: var(--brass);
  }
  span.quiet {
    font-size: var(--type-small);
  }
</style>
