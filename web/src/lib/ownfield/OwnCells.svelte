<script lang="ts">
  import { isFigure, shownOwn, type OwnField } from './own';
  /** What a row has in the fields that lists show, a cell each. */
  let { fields, own }: { fields: readonly OwnField[]; own: Record<string, string> } = $props();
</script>

{#each fields as field (field.id)}
  <td class={isFigure(field.kind) ? 'figure off' : 'quiet off'}>{shownOwn(field.kind, own[field.id])}</td>
{/each}
