<script lang="ts">
  import type { Schemas } from '../api/client';
  import BurShape from './BurShape.svelte';

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
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" role={name ? 'img' : undefined} aria-hidden={!name}>
  {#if name}<title>{name}</title>{/if}
  <BurShape {shape} {on} {longest} bandHeight={Math.max(2, 0.7 * scale)} />
  {#if mark !== null}
    <line x1="0" x2={width} y1={mark} y2={mark} class="mark" />
  {/if}
</svg>

<style>
  .mark {
    stroke: var(--plum);
    stroke-width: 1.6;
  }
</style>
