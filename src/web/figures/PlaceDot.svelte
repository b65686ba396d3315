<script lang="ts">
  import { place, type Placing, type Point } from './plate';

  let {
    mark,
    on,
    selected,
    ring = false,
    onpick,
  }: {
    mark: Point;
    on: Placing;
    selected: boolean;
    /** A place that is no zone. */
    ring?: boolean;
    onpick: () => void;
  } = $props();

  const at = $derived(place(mark, on));
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<g class="pick" onclick={onpick}>
  <circle cx={at.x} cy={at.y} r="11" fill="transparent" />
  <circle cx={at.x} cy={at.y} r={selected ? 5 : 2.5} class="dot" class:ring class:selected />
</g>

<style>
  .dot {
    fill: var(--outline);
  }
  .dot.ring {
    fill: var(--paper);
    stroke: var(--outline);
    stroke-width: 1.2;
  }
  .dot.selected {
    fill: var(--plum);
  }
  .pick {
    cursor: pointer;
  }
</style>
