<script lang="ts">
  import type { Schemas, Unit } from '../../api/client';
  import { silhouette, standing } from '../../figures/bur';
  import { burAt, cutsFromTop, sectionOf } from '../../figures/burAt';
  import { bounds, path, place } from '../../figures/plate';
  import type { Step } from './sheetState.svelte';

  let {
    step,
    unit,
    shape,
    width = 268,
    height = 210,
    large = false,
  }: {
    step: Step;
    unit: Unit;
    shape: Schemas['BurShapeView'] | undefined;
    width?: number;
    height?: number;
    /** To be read from two metres. */
    large?: boolean;
  } = $props();

  const sections = $derived([...unit.drawing.faciolingual, unit.drawing.mesiodistal]);

  const shown = $derived(sectionOf(step, sections));
  const box = $derived(bounds(shown.present));
  const up = $derived(unit.drawing.jaw === 'lower');
  const scale = $derived(Math.min(width / 20.6, (width - 60) / (box.right - box.left + 3), (height - 30) / 11.5));
  const on = $derived({
    scale,
    originX: width / 2 - ((box.left + box.right) / 2) * scale,
    originY: up ? height - 8 - Math.max(0, 2.2) * scale : 8 + 2.2 * scale,
    flip: shown.plane === 'faciolingual' || !unit.drawing.isRight,
    up,
  });

  const onTop = $derived(cutsFromTop(step));
  const finished = $derived({
    widths: Object.fromEntries(unit.plan.margin.map((piece) => [piece.segment, piece.widthMm])),
    depths: Object.fromEntries(unit.plan.zones.map((zone) => [zone.zone, zone.depthMm.target])),
  });
  const at = $derived(shape ? burAt(step, shown, shape, finished) : null);
  const bur = $derived(at && shape ? standing(silhouette(shape.outline, 13), at.tip, at.tilt) : null);
  const working = $derived(at && shape ? standing(silhouette(shape.outline, shape.workingMm), at.tip, at.tilt) : null);
  const sunk = $derived(at && step.sinkMm ? place({ x: at.tip.x, y: at.tip.y + (onTop ? step.sinkMm : 0) }, on) : null);
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="w-full"
  role="img"
  aria-label="Section of {unit.written} with the bur where it cuts"
>
  {#if shown.planned.length > 0}
    <path d={path(shown.present, on) + path(shown.planned, on)} fill="url(#room)" fill-rule="evenodd" />
    <path d={path(shown.planned, on)} class="planned" />
    <path d={path(shown.present, on)} class="present" />
  {/if}
  {#if bur && working}
    <path d={path(bur, on)} class="bur" />
    <path d={path(working, on)} class="working" />
  {/if}
  {#if sunk && onTop}
    <line x1={sunk.x - 26} x2={sunk.x + 26} y1={sunk.y} y2={sunk.y} class="mark" />
  {/if}
</svg>
<p class="text-center text-soft {large ? 'text-[22px]' : 'text-[13px]'}">
  {shown.plane === 'faciolingual' ? 'facial at left' : on.flip ? 'mesial at left' : 'mesial at right'}
</p>

<style>
  .planned {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 1.6;
    stroke-linejoin: round;
  }
  .present {
    fill: none;
    stroke: var(--outline);
    stroke-width: 1.5;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .bur {
    fill: var(--leaf);
    fill-opacity: 0.85;
    stroke: var(--outline);
    stroke-width: 0.9;
  }
  .working {
    fill: var(--body-cut);
    fill-opacity: 0.8;
    stroke: var(--outline);
    stroke-width: 1;
  }
  .mark {
    stroke: var(--plum);
    stroke-width: 2;
  }
</style>
