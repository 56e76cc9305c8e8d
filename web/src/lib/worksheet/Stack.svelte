<script lang="ts">
  import Term from '$lib/ui/Term.svelte';
  import type { Schemas } from '$lib/api/client';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { day, figure, position, words } from '$lib/ui/format';
  import { tone } from '$lib/ui/tones';
  /** Credit as weights against the limit line: overdue, open, ordered, and what is asked for now. */
  let { credit, onWorking }: { credit: Schemas['CreditView']; onWorking?: (of: string) => void } = $props();
  /** Held or stopped although it is within the limit: no day of the limit ends that. */
  const isHeldByDebt = $derived(
    (credit.verdict === 'hold' || credit.verdict === 'stop') && !credit.reasons.includes('over-limit')
  );
  const asks = $derived(position(credit.asked) > 0);
  const parts = $derived(
    (
      [
        ['overdue', credit.overdue],
        ['open', credit.open],
        ['ordered', credit.ordered],
        ['this', credit.asked]
      ] as const
    ).filter(([, amount]) => position(amount) > 0)
  );
  const LABEL = {
    overdue: 'Overdue',
    open: 'Outstanding, not due',
    ordered: 'Ordered, not invoiced',
    this: 'This document'
  };
  const FIGURE = { overdue: 'overdue', open: 'exposure', ordered: 'exposure', this: 'asked' };
  const HEIGHT = 118;
  // Drawing only: how tall a weight is beside the limit.
  const most = $derived(
    Math.max(
      position(credit.limit),
      parts.reduce((sum, [, a]) => sum + position(a), 0),
      1
    ) * 1.08
  );
  const blocks = $derived.by(() => {
    let top = HEIGHT;
    return parts.map(([kind, amount]) => {
      const tall = (position(amount) / most) * (HEIGHT - 6);
      top -= tall;
      return { kind, top, tall };
    });
  });
  const line = $derived(HEIGHT - (position(credit.limit) / most) * (HEIGHT - 6));
</script>

<section aria-label="Credit">
  <h2>
    Credit <Term word="the stack"
      >The stack shows the customer’s credit: what is overdue, outstanding, ordered and asked for here, as
      weights under the limit line.</Term
    ><Verdict tone={tone(credit.verdict)}
      >{credit.verdict}{credit.reasons.length ? ': ' + credit.reasons.map(words).join(', ') : ''}</Verdict
    >
  </h2>
  <div class="two">
    <svg
      viewBox="0 0 92 {HEIGHT + 4}"
      role="img"
      aria-label="Exposure {figure(credit.exposure)} of a limit of {figure(credit.limit)}"
    >
      <defs>
        <pattern id="late" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V5" stroke="var(--madder)" stroke-width="2.5" />
        </pattern>
      </defs>
      <path d="M4 {HEIGHT + 1}H88" stroke="var(--rule-strong)" />
      {#each blocks as block, n (block.kind)}
        <path
          class={block.kind}
          d="M{14 + n * 3} {block.top + block.tall}L{16 + n * 3} {block.top + 1}H{76 - n * 3}L{78 -
            n * 3} {block.top + block.tall}z"
        />
      {/each}
      <path d="M2 {line}H90" class="limit" />
    </svg>
    <dl>
      {#snippet how(of: string, value: string)}
        {#if onWorking}<button class="how" onclick={() => onWorking('credit.' + of)}>{value}</button
          >{:else}{value}{/if}
      {/snippet}
      <dt>Limit</dt>
      <dd>{@render how('limit', figure(credit.limit))}</dd>
      {#each parts as [kind, amount] (kind)}
        <dt class="key {kind}">{LABEL[kind]}</dt>
        <dd class:bad={kind === 'overdue'}>{@render how(FIGURE[kind], figure(amount))}</dd>
      {/each}
      <dt>Available credit{asks ? ' now' : ''}</dt>
      <dd class:bad={credit.headroom.startsWith('-')}>{@render how('headroom', figure(credit.headroom))}</dd>
      {#if asks}
        <dt><b>After this</b></dt>
        <dd class:bad={credit.headroomAfter.startsWith('-')}>
          <b>{@render how('headroomAfter', figure(credit.headroomAfter))}</b>
        </dd>
        {#if isHeldByDebt}
          <dt class="whole">
            The limit is not the cause: {credit.reasons.includes('stopped')
              ? 'the account is stopped'
              : 'what is overdue is'}.
          </dt>
        {:else}
          <dt>First day within the limit</dt>
          <dd>
            {@render how('earliestClear', credit.earliestClear ? day(credit.earliestClear) : 'over a year')}
          </dd>
        {/if}
      {/if}
    </dl>
  </div>
</section>

<style>
  dt.whole {
    grid-column: 1 / -1;
  }
  .two {
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr);
    gap: 14px;
    align-items: end;
  }
  path.overdue {
    fill: url(#late);
    stroke: var(--madder);
  }
  path.open {
    fill: var(--rule);
    stroke: var(--rule-strong);
  }
  path.ordered {
    fill: var(--paper);
    stroke: var(--rule-strong);
    stroke-dasharray: 3 2;
  }
  path.this {
    fill: var(--petrol);
    stroke: var(--petrol);
  }
  .limit {
    stroke: var(--brass);
    stroke-width: 2.5;
  }
</style>
