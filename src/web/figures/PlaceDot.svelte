<script lang="ts">
  import type { Point } from '../api/client';

  let {
    x,
    y,
    kind,
    chosen = false,
    colour,
  }: {
    x: number;
    y: number;
    /** What stands there: a zone, or a place that is none. */
    kind: 'zone' | Point['kind'];
    chosen?: boolean;
    colour?: string;
  } = $props();
</script>

{#if kind === 'contact'}
  <path d="M{x} {y - 4}L{x + 3.4} {y}L{x} {y + 4}L{x - 3.4} {y}Z" class="ring" class:chosen />
{:else if kind === 'zone'}
  <circle cx={x} cy={y} r={chosen ? 5 : 2.6} class="dot" class:chosen style:fill={chosen ? undefined : colour} />
{:else}
  <circle cx={x} cy={y} r={chosen ? 4.4 : 2.4} class="ring" class:chosen />
{/if}

<style>
  .dot {
    fill: var(--outline);
  }
  .ring {
    fill: var(--paper);
    stroke: var(--outline);
    stroke-width: 1.2;
  }
  .chosen.dot,
  .chosen.ring {
    fill: var(--plum);
    stroke: var(--plum);
  }
  :global([role='button']:focus-visible) > .ring {
    stroke: var(--plum);
    stroke-width: 4;
  }
</style>
