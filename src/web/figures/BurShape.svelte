<script lang="ts">
  import type { Schemas } from '../api/client';
  import { bandAt, bands, silhouette } from '../figures/bur';
  import { path, type Placing } from '../figures/plate';

  /** A bur's silhouette, working part and band, inside of an SVG: tip at the origin of the placing, its axis upward. */
  let {
    shape,
    on,
    longest,
    bandHeight,
  }: { shape: Schemas['BurShapeView']; on: Placing; longest: number; bandHeight: number } = $props();

  const band = $derived(on.originY - bandAt(shape.outline) * on.scale);
</script>

<path d={path(silhouette(shape.outline, longest), on)} class="bur" />
<path
  d={path(silhouette(shape.outline, Math.min(longest, shape.workingMm)), on)}
  class="working"
  class:carbide={shape.material === 'carbide'}
/>
{#if shape.material === 'diamond' && band > 1}
  <rect
    x={on.originX - 0.8 * on.scale}
    y={band}
    width={1.6 * on.scale}
    height={bandHeight}
    fill={bands[shape.grit]}
    class="band"
  />
{/if}

<style>
  .bur {
    fill: var(--leaf);
    stroke: var(--outline);
    stroke-width: 0.8;
  }
  .working {
    fill: var(--body-cut);
    stroke: var(--outline);
    stroke-width: 0.9;
    stroke-linejoin: round;
  }
  .working.carbide {
    fill: var(--firm);
  }
  .band {
    stroke: var(--outline);
    stroke-width: 0.4;
  }
</style>
