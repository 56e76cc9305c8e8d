<script lang="ts">
  /** A label, what is typed, and what is wrong with it. */
  let {
    label,
    value = $bindable(),
    problem,
    type = 'text',
    name,
    focus = false,
    rows = 0,
    list,
    onEnter
  }: {
    label: string;
    value: string;
    /** what is wrong, in words */
    problem?: string | undefined;
    type?: string;
    name: string;
    /** takes the focus when it appears @default false */
    focus?: boolean;
    /** more than 0 makes it a text of so many rows @default 0 */
    rows?: number;
    list?: string;
    /** what Enter does in a field of one line */
    onEnter?: () => void;
  } = $props();
  const id = $props.id();
  function taken(node: HTMLElement) {
    if (focus) node.focus();
  }
</script>

<div class="field">
  <label for={id}>{label}</label>
  {#if rows > 0}
    <textarea
      class="box"
      {id}
      {name}
      {rows}
      bind:value
      aria-invalid={problem ? 'true' : undefined}
      aria-describedby={problem ? id + 'p' : undefined}
      {@attach taken}></textarea>
  {:else}
    <input
      class="box"
      {id}
      {name}
      {type}
      {list}
      bind:value
      autocomplete="off"
      onkeydown={(e) => e.key === 'Enter' && onEnter?.()}
      aria-invalid={problem ? 'true' : undefined}
      aria-describedby={problem ? id + 'p' : undefined}
      {@attach taken}
    />
  {/if}
  {#if problem}<div class="bad problem" id={id + 'p'}>{problem}</div>{/if}
</div>

<style>
  label {
    display: block;
    font-size: var(--type-small);
    color: var(--stone);
    margin-bottom: 2px;
  }
  .problem {
    font-size: var(--type-small);
    margin-top: 2px;
  }
</style>
