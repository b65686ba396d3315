<script lang="ts">
  import type { Schemas } from '../api/client';
  import { bands, silhouette } from '../figures/bur';
  import { path } from '../figures/plate';

  let {
    shape,
    sink = null,
    scale = 3,
    height = 40,
    width = 22,
    name = '',
  }: {
    shape: Schemas['BurShapeView'];
    sink?: number | null;
    scale?: number;
    height?: number;
    width?: number;
    name?: string;
  } = $props();

  // Tip down, as it is held over a lower tooth.
  const on = $derived({ scale, originX: width / 2, originY: height - 2, flip: false, up: true });
  const longest = $derived((height - 2) / scale);
  const mark = $derived(sink === null ? null : height - 2 - sink * scale);
  const band = $derived(height - 2 - (shape.workingMm + 3.1) * scale);
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" role={name ? 'img' : undefined} aria-hidden={!name}>
  {#if name}<title>{name}</title>{/if}
  <path d={path(silhouette(shape.outline, longest), on)} class="bur" />
  <path
    d={path(silhouette(shape.outline, Math.min(longest, shape.workingMm)), on)}
    class="working"
    class:carbide={shape.material === 'carbide'}
  />
  {#if shape.material === 'diamond' && band > 1}
    <rect
      x={width / 2 - 0.8 * scale}
      y={band}
      width={1.6 * scale}
      height={Math.max(2, 0.7 * scale)}
      fill={bands[shape.grit]}
      class="band"
    />
  {/if}
  {#if mark !== null}
    <line x1="0" x2={width} y1={mark} y2={mark} class="mark" />
  {/if}
</svg>

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
  .mark {
    stroke: var(--plum);
    stroke-width: 1.6;
  }
</style>
