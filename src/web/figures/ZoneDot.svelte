<script lang="ts">
  import { place, type Placing } from './plate';
  import type { Mark } from '../api/client';

  let {
    mark,
    on,
    selected,
    colour,
    onpick,
  }: { mark: Mark; on: Placing; selected: boolean; colour?: string; onpick: (zone: string) => void } = $props();

  const at = $derived(place(mark, on));
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<g class="pick" onclick={() => onpick(mark.zone)}>
  <circle cx={at.x} cy={at.y} r="11" fill="transparent" />
  <circle
    cx={at.x}
    cy={at.y}
    r={selected ? 5 : 2.6}
    class="dot"
    class:selected
    style:fill={selected ? undefined : colour}
  />
</g>

<style>
  .dot {
    fill: var(--outline);
  }
  .dot.selected {
    fill: var(--plum);
  }
  .pick {
    cursor: pointer;
  }
</style>
