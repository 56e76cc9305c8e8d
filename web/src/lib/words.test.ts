import { describe, expect, it } from 'vitest';
import { byPart, partOf, phrases, translated } from '../../words.js';

const COMPONENT = `<script lang="ts">
  import { day } from '$lib/ui/format';
  const COLUMNS = [{ label: 'Value', sort: 'value' }, { label: 'Next step' }];
  const at = (e: KeyboardEvent) => e.key === 'Enter' && api.GET('/api/quotes') && say(\`\${n} quotes are \${what}.\`);
</script>
<h1 class="Not said">Quotes</h1>
<p title="All of them">Open since {day(on)}: 80&nbsp;% &amp;
  more</p>
<style>h1 { font: 'Not said'; }</style>
`;

describe('the words of the interface', () => {
  it('are what people read, not what programs compare', () => {
    expect(phrases(COMPONENT, 'A.svelte').map((one) => one.text)).toEqual([
      'Value',
      'Next step',
      'quotes are',
      'Quotes',
      'All of them',
      'Open since',
      ': 80\u00a0% & more'
    ]);
  });

  it('are said in another language where they are translated', () => {
    const words = { Quotes: 'Angebote <neu>', 'Next step': "L'étape", 'quotes are': '`Angebote` sind' };
    const out = translated(COMPONENT, 'A.svelte', words);
    expect(out).toContain('<h1 class="Not said">Angebote &lt;neu></h1>');
    expect(out).toContain(`{ label: "L'étape" }`);
    expect(out).toContain('${n} \\`Angebote\\` sind ${what}.');
    expect(out).toContain('Open since {day(on)}: 80&nbsp;%');
    expect(translated(COMPONENT, 'A.svelte', {})).toBe(COMPONENT);
  });

  it('stand in files of programs too, and belong to a part', () => {
    expect(phrases(`export const A: string = 'Ask a colleague';\n`, 'a.ts')).toEqual([
      { start: 25, end: 42, text: 'Ask a colleague', as: 'string' }
    ]);
    expect(partOf('src/lib/quote/QuoteDesk.svelte')).toBe('quote');
    expect(partOf('src/routes/(house)/+page.svelte')).toBe('pages');
  });

  it('are collected by part', () => {
    const parts = byPart('.');
    expect(Object.keys(parts)).toContain('quote');
    expect(parts['settings']).toHaveProperty('Figures, days and paper as in');
    expect(Object.values(parts).flatMap((part) => Object.keys(part))).not.toContain('figure quiet');
  });
});
