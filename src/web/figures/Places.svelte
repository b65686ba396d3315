<script lang="ts" module>
  import type { Point } from '../api/client';

  /** A place of a figure that can be chosen. */
  export interface Place {
    x: number;
    y: number;
    kind: 'zone' | Point['kind'];
    chosen: boolean;
    colour?: string;
    /** Its name, where the keyboard reaches it here; zones have the arrow keys. */
    label?: string;
    pick: () => void;
  }
</script>

<script lang="ts">
  import type { Snippet } from 'svelte';
  import PlaceDot from './PlaceDot.svelte';
  import { nearest } from './soundings';

  let { places, children }: { places: readonly Place[]; children?: Snippet } = $props();

  // Places lie close together: a finger means the nearest one.
  function pick(event: MouseEvent & { currentTarget: SVGGElement }) {
    const screen = event.currentTarget.getScreenCTM();
    if (!screen) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(screen.inverse());
    nearest(places, at, 26)?.pick();
  }
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<g class="pick" onclick={pick}>
  {#each places as { x, y } (`${x} ${y}`)}
    <circle cx={x} cy={y} r="13" fill="transparent" />
  {/each}
  {@render children?.()}
  {#each places as { x, y, kind, chosen, colour, label, pick } (`${kind} ${x} ${y}`)}
    {#if label}
      <g
        role="button"
        tabindex="0"
        aria-label={label}
        aria-pressed={chosen}
        onkeydown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          pick();
        }}
      >
        <PlaceDot {x} {y} {kind} {chosen} />
      </g>
    {:else}
      <PlaceDot {x} {y} {kind} {chosen} {colour} />
    {/if}
  {/each}
</g>

<style>
  .pick {
    cursor: pointer;
  }
  [role='button']:focus-visible {
    outline: none;
  }
</style>
