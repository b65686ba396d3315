<script lang="ts">
  import type { Schemas, Section, Unit } from '../../api/client';
  import { silhouette, standing } from '../../figures/bur';
  import { bounds, path, place, type Point } from '../../figures/plate';
  import type { Step } from './sheetState.svelte';

  let { step, unit, shape }: { step: Step; unit: Unit; shape: Schemas['BurShapeView'] | undefined } = $props();

  const width = 268;
  const height = 210;

  const sections = $derived([...unit.drawing.faciolingual, unit.drawing.mesiodistal]);

  /** The section that shows most of the step: the one with marks of its zones, or with its piece of the margin. */
  const along = $derived(step.zones.length > 0 && step.zones.every((zone) => /^(mesial|distal)/.test(zone)));
  const shown = $derived.by((): Section => {
    const hits = (section: Section) =>
      section.marks.filter((mark) => step.zones.includes(mark.zone)).length * 2 +
      section.margins.filter((mark) => step.segments.includes(mark.segment)).length +
      (along && section.plane === 'mesiodistal' ? 1 : 0);
    return sections.reduce((best, section) => (hits(section) > hits(best) ? section : best));
  });

  const box = $derived(bounds(shown.present));
  const up = $derived(unit.drawing.jaw === 'lower');
  const scale = $derived(Math.min(13, (width - 60) / (box.right - box.left + 3), (height - 30) / 11.5));
  const on = $derived({
    scale,
    originX: width / 2 - ((box.left + box.right) / 2) * scale,
    originY: up ? height - 8 - Math.max(0, 2.2) * scale : 8 + 2.2 * scale,
    flip: shown.plane === 'faciolingual' || !unit.drawing.isRight,
    up,
  });

  const tops = new Set(['functional-cusp', 'non-functional-cusp', 'groove', 'mesial-ridge', 'distal-ridge', 'edge']);
  const onTop = $derived(step.zones.some((zone) => [...tops].some((top) => zone.startsWith(top))));

  /** Where the tip stands: at the finish line for walls and lines, at the bottom of the cut for the chewing surface. */
  const at = $derived.by((): { tip: Point; tilt: number } | null => {
    if (!shape) return null;
    const mark = shown.marks.find((one) => step.zones.includes(one.zone));
    if (onTop && mark && !step.zones.some((zone) => zone.includes('bevel')))
      return { tip: { x: mark.x, y: mark.y - (step.sinkMm ?? 0) / 2 }, tilt: 0 };
    if (mark && step.zones.some((zone) => zone.includes('bevel'))) {
      const side = Math.sign(mark.x) || 1;
      return { tip: { x: mark.x + side * 1.6, y: mark.y - 1.6 }, tilt: side * 45 };
    }
    const side = Math.sign(mark?.x ?? 1) || 1;
    const line =
      shown.margins.find((one) => step.segments.includes(one.segment)) ??
      shown.margins.find((one) => Math.sign(one.x) === side);
    if (!line) {
      // A veneer's facial has no shelf to stand on: the bur lies along the surface.
      const marks = shown.marks.filter((one) => step.zones.includes(one.zone)).toSorted((a, b) => a.y - b.y);
      const [low, high] = [marks[0], marks.at(-1)];
      if (!low || !high) return null;
      const lean = high === low ? 0 : (-Math.atan2(high.x - low.x, high.y - low.y) * 180) / Math.PI;
      const off = (shape.largestMm - (step.sinkMm ?? 0)) / 2;
      return { tip: { x: low.x + (Math.sign(low.x) || 1) * off, y: low.y - 1.2 }, tilt: lean };
    }
    const out = Math.sign(line.x) || 1;
    const width = step.segments.length > 0 ? (step.sinkMm ?? 0) : Math.min(step.sinkMm ?? 0.5, 1.2);
    return { tip: { x: line.x - out * (width - shape.largestMm / 2), y: line.y }, tilt: out * (step.tiltDeg ?? 0) };
  });

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
<p class="quiet text-center">
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
