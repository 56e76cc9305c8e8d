<script lang="ts">
  import Icon from './Icon.svelte';
  /** A state in words, with a sign that needs no colour. */
  let { tone, children }: { tone: 'good' | 'heed' | 'bad' | 'quiet'; children: import('svelte').Snippet } =
    $props();
  const SIGN = { good: 'tick', heed: 'watch', bad: 'hold', quiet: 'paper' } as const;
</script>

<span class="tag {tone}"><Icon name={SIGN[tone]} size={13} />{@render children()}</span>
