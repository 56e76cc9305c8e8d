<script lang="ts" generics="V extends object, K extends Extract<keyof V, string>">
  import Choice from '$lib/ui/Choice.svelte';
  import type { Form } from './form.svelte';
  /** A field of a form that is chosen from a few. */
  let {
    form,
    name,
    label,
    options,
    at
  }: {
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever is answered
    form: Form<V, any>;
    name: K;
    label: string;
    options: readonly (readonly [value: string, shown: string])[];
    at?: string;
  } = $props();
  $effect.pre(() => {
    form.labels[at ?? name] = label;
    form.labels[name] = label;
  });
</script>

<Choice
  {label}
  {name}
  {options}
  bind:value={() => String(form.values[name] ?? ''), (chosen) => (form.values[name] = chosen as V[K])}
  problem={form.at(at ?? name)}
/>
