<script lang="ts" generics="V extends object, K extends Extract<keyof V, string>">
  import type { Form } from './form.svelte';
  /** A yes or no of a form. */
  let {
    form,
    name,
    label
  }: {
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever is answered
    form: Form<V, any>;
    name: K;
    label: string;
  } = $props();
  $effect.pre(() => {
    form.labels[name] = label;
  });
</script>

<label class="tick"
  ><input
    type="checkbox"
    {name}
    bind:checked={() => form.values[name] as boolean, (ticked) => (form.values[name] = ticked as V[K])}
  />
  {label}</label
>
