<script lang="ts">
  import type { Schemas } from '$lib/api/client';
  import { figure, position, rounded } from '$lib/ui/format';
  /**
   * This month and the twelve after it, each a column as tall as what ends in it: renewed, quoted, contacted, open; a mark beneath
   * says how much of it is at risk. A month that is pressed narrows the list to it.
   */
  let {
    months,
    first,
    chosen = $bindable()
  }: { months: Schemas['MonthRow'][]; first: string; chosen: string } = $props();
  const HEIGHT = 64;
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  /** Also months in which nothing ends have their place. */
  const all = $derived(
    Array.from({ length: 13 }, (_, n) => {
      const at = Number(first.slice(0, 4)) * 12 + Number(first.slice(5, 7)) - 1 + n;
      const month = `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
      const row = months.find((m) => m.month === month);
      return { month, label: NAMES[at % 12] ?? '', row };
    })
  );
  const most = $derived(Math.max(1, ...months.map((m) => position(m.value))));
  const high = (amount: string) => (position(amount) / most) * HEIGHT;
  const PARTS = [
    ['renewed', 'renewed'],
    ['quoted', 'quoted'],
    ['contacted', 'contacted'],
    ['notRenewed', 'not renewed']
  ] as const;
  const told = (m: Schemas['MonthRow']) =>
    `${m.count} end, ${figure(m.value)}` +
    (m.risks ? `; at risk ${m.risks}, ${figure(m.atRisk)}` : '') +
    PARTS.filter(([part]) => position(m[part]) > 0)
      .map(([part, words]) => `; ${words} ${figure(m[part])}`)
      .join('');
</script>

<div class="ribbon" role="group" aria-label="By month of ending">
  {#each all as { month, label, row } (month)}
    <button
      aria-pressed={chosen === month}
      title={row ? told(row) : 'Nothing ends'}
      disabled={!row}
      onclick={() => (chosen = chosen === month ? '' : month)}
    >
      <span class="column" style:height="{HEIGHT}px" aria-hidden="true">
        {#if row}
          <i class="left" style:height="{high(row.value)}px"></i>
          <i class="open" style:height="{high(row.value) - high(row.notRenewed)}px"></i>
          <i class="contacted" style:height="{high(row.contacted) + high(row.quoted) + high(row.renewed)}px"
          ></i>
          <i class="quoted" style:height="{high(row.quoted) + high(row.renewed)}px"></i>
          <i class="renewed" style:height="{high(row.renewed)}px"></i>
        {/if}
      </span>
      <span class="risk" aria-hidden="true"
        >{#if row && position(row.atRisk) > 0}<i
            style:width="{(position(row.atRisk) / position(row.value)) * 100}%"
          ></i>{/if}</span
      >
      <b>{label}{label === 'Jan' ? ` ${month.slice(2, 4)}` : ''}</b>
      <span class="figure">{row ? rounded(row.value) : '–'}</span>
      <span class="sr-only">{row ? told(row) : 'nothing ends'}</span>
    </button>
  {/each}
</div>
<p class="key" aria-hidden="true">
  <span><i class="renewed"></i>renewed</span><span><i class="quoted"></i>quoted</span><span
    ><i class="contacted"></i>contacted</span
  ><span><i class="open"></i>open</span><span><i class="left"></i>not renewed</span><span
    ><i class="atrisk"></i>at risk</span
  >
</p>

<style>
  .ribbon {
    display: grid;
    grid-template-columns: repeat(13, minmax(0, 1fr));
    background: var(--paper);
    border: 1px solid var(--rule);
    border-bottom: 2px solid var(--ink);
  }
  button {
    display: grid;
    justify-items: center;
    padding: 8px 2px 6px;
    border-right: 1px solid var(--rule);
    cursor: pointer;
    color: var(--ink);
    min-width: 0;
  }
  button:last-child {
    border-right: 0;
  }
  button:disabled {
    cursor: default;
    color: var(--stone);
  }
  button[aria-pressed='true'] {
    background: var(--brass-wash);
  }
  .column {
    position: relative;
    width: 26px;
  }
  .column i {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
  }
  i.left {
    background: repeating-linear-gradient(135deg, var(--rule-strong) 0 1px, transparent 1px 4px);
    box-shadow: inset 0 0 0 1px var(--rule-strong);
  }
  i.open {
    background: var(--rule-strong);
  }
  i.contacted {
    background: var(--brass);
  }
  i.quoted {
    background: var(--petrol);
  }
  i.renewed {
    background: var(--moss);
  }
  .risk {
    width: 80%;
    height: 4px;
    margin: 3px 0;
    background: transparent;
  }
  .risk i {
    display: block;
    height: 4px;
    background: var(--madder);
  }
  b {
    font-weight: 560;
    font-size: var(--type-small);
  }
  .figure {
    font-size: var(--type-small);
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    font-size: var(--type-small);
    color: var(--stone);
    padding: 4px 0 10px;
  }
  .key i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 5px;
  }
  .key i.atrisk {
    height: 4px;
    background: var(--madder);
    vertical-align: middle;
  }
  @media (max-width: 640px) {
    .ribbon {
      grid-template-columns: repeat(6, minmax(0, 1fr));
    }
    button {
      border-bottom: 1px solid var(--rule);
    }
  }
</style>
