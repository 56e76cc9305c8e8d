<script lang="ts">
  import type { Copy, CopyLine } from './copy.svelte';
  /** The lines of an offer, options to tick and alternatives to choose from, and what they come to. */
  let {
    offer,
    open,
    busy,
    onPick,
    pictureOf
  }: {
    offer: NonNullable<Copy['offer']>;
    /** whether something can still be picked */
    open: boolean;
    busy: boolean;
    onPick: (line: CopyLine, on: boolean) => void;
    /** where the picture of a line is */
    pictureOf: (line: CopyLine) => string;
  } = $props();
  const id = $props.id();

  /** What stands under its words: how it is priced, and what is to be known of it. */
  function small(line: CopyLine): string {
    const price = line.price === '–' ? '' : `at ${line.price}`;
    return [`${line.quantity} ${price}`.trim(), line.discount && `less ${line.discount}`, line.remark]
      .filter(Boolean)
      .join(', ');
  }
</script>

<div class="lines" aria-busy={busy}>
  {#each offer.lines as line, n (n)}
    {#if line.kind === 'heading'}
      <div class="heading">
        <h2>{line.words} <span class="quiet">{line.remark}</span></h2>
        <span class="amount">{line.amount}</span>
      </div>
    {:else if line.kind === 'note'}
      <p class="quiet note">{line.words}</p>
    {:else}
      <div class="line" class:out={!line.picked} class:free={open && line.choice !== ''}>
        {#if open && line.choice !== ''}
          <input
            type={line.choice === 'option' ? 'checkbox' : 'radio'}
            id="{id}-{n}"
            name={line.choice === 'option' ? `option-${line.position}` : `set-${line.set}`}
            checked={line.picked}
            onchange={(e) => onPick(line, e.currentTarget.checked)}
          />
        {/if}
        {#if line.pictured}<img src={pictureOf(line)} alt="" loading="lazy" />{/if}
        <label for={open && line.choice !== '' ? `${id}-${n}` : undefined}>
          {line.words} <span class="quiet code">{line.code}</span>
          <span class="small quiet">{small(line)}</span>
        </label>
        <span class="amount">{line.amount}</span>
      </div>
    {/if}
  {/each}
  <div class="sums">
    {#each offer.sums as sum, n (n)}
      <p class:strong={sum.strong}>
        <span>{sum.words}{sum.strong ? `, ${offer.currency}` : ''}</span><span class="amount"
          >{sum.amount}</span
        >
      </p>
    {/each}
  </div>
</div>

<style>
  .lines {
    margin: 18px 0;
    border-top: 1px solid var(--rule-strong);
  }
  .heading,
  .line {
    display: flex;
    gap: 12px;
    align-items: flex-start;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .heading {
    align-items: baseline;
    padding-top: 16px;
  }
  .heading h2 {
    font-size: 1em;
    flex: 1;
  }
  .heading .quiet {
    font-weight: 400;
  }
  .line label {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .free label {
    cursor: pointer;
  }
  .out .amount {
    color: var(--stone);
  }
  .code {
    font-size: 0.85em;
    white-space: nowrap;
  }
  .small {
    display: block;
    font-size: 0.92em;
  }
  .amount {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
    text-align: right;
  }
  .note {
    padding: 8px 0;
    margin: 0;
    border-bottom: 1px solid var(--rule);
  }
  input {
    width: 22px;
    height: 22px;
    flex: none;
  }
  img {
    width: 56px;
    flex: none;
  }
  .sums {
    margin-left: auto;
    max-width: 420px;
    padding-top: 8px;
  }
  .sums p {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    margin: 0;
    padding: 3px 0;
  }
  .strong {
    font-weight: 620;
    border-top: 1px solid var(--ink);
    border-bottom: 1px solid var(--ink);
  }
</style>
