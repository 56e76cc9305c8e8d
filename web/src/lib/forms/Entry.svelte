<script lang="ts" generics="V extends object, K extends Extract<keyof V, string>">
  import Field from '$lib/ui/Field.svelte';
  import type { Form } from './form.svelte';
  /** A field of a form: its label, what is typed, and what is wrong with it. */
  let {
    form,
    name,
    label,
    at,
    ...rest
  }: {
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever is answered
    form: Form<V, any>;
    name: K;
    label: string;
    /** where the server names a problem of it @default the name */
    at?: string;
    type?: string;
    focus?: boolean;
    rows?: number;
    list?: string;
    placeholder?: string;
  } = $props();
  $effect.pre(() => {
    form.labels[at ?? name] = label;
    form.labels[name] = label;
  });
</script>

<Field
  {label}
  {name}
  bind:value={() => (form.values[name] ?? '') as string, (typed) => (form.values[name] = typed as V[K])}
  problem={form.at(at ?? name)}
  {...rest}
/>
