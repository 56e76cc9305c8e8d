<script lang="ts">
  import { ask, asked } from './address';
  /** Two days of the address, and words for what lies between. */
  let {
    first,
    last,
    names = ['from', 'to'],
    shown
  }: {
    /** what stands before each */
    first: string;
    last: string;
    names?: [string, string];
    /** the days that hold where none is chosen */
    shown: [string, string];
  } = $props();
</script>

<label
  >{first}
  <input
    class="box"
    type="date"
    value={asked(names[0]) || shown[0]}
    onchange={(e) => ask({ [names[0]]: e.currentTarget.value })}
  /></label
>
<label
  >{last}
  <input
    class="box"
    type="date"
    value={asked(names[1]) || shown[1]}
    onchange={(e) => ask({ [names[1]]: e.currentTarget.value })}
  /></label
>
