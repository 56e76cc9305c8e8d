<script module lang="ts">
  /** Our own line icons on a 16 grid; the fonts have no arrows or ticks. */
  const PATHS = {
    arrow: 'M3 8h10M9 4l4 4-4 4',
    tick: 'M3 8.5 6.5 12 13 4.5',
    cross: 'M4 4l8 8M12 4l-8 8',
    plus: 'M8 3v10M3 8h10',
    lines: 'M2.5 4h11M2.5 8h11M2.5 12h11',
    hold: 'M5 3v10M11 3v10',
    watch: 'M8 3v6M8 12v.5',
    find: 'M7 2.5a4.5 4.5 0 1 0 0 9 4.5 4.5 0 0 0 0-9M10.5 10.5 14 14',
    moon: 'M12.5 9.5A5.5 5.5 0 0 1 6.5 3.5a5 5 0 1 0 6 6',
    paper: 'M4 2.5h6l2.5 2.5v8.5H4zM6.5 7h4M6.5 9.5h4',
    email: 'M2.5 4h11v8h-11zM2.5 4.5 8 9l5.5-4.5'
  };
</script>

<script lang="ts">
  let { name, size = 16 }: { name: keyof typeof PATHS; size?: number } = $props();
</script>

<svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true">
  <path
    d={PATHS[name]}
    fill="none"
    stroke="currentColor"
    stroke-width="1.6"
    stroke-linecap="round"
    stroke-linejoin="round"
  />
</svg>
