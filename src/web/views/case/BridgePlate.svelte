<script lang="ts">
  import type { Unit } from '../../api/client';
  import { bounds, type Placing } from '../../figures/plate';
  import SectionFigure from '../../figures/SectionFigure.svelte';

  let { units }: { units: readonly Unit[] } = $props();

  const bridge = $derived(units[0]!.bridge!);
  const up = $derived(units[0]!.drawing.jaw === 'lower');
  const abutmentOf = (unit: Unit) => bridge.abutments.find((one) => one.tooth === unit.plan.tooth);

  const width = 760;
  const between = 1.2;
  // Teeth in the order of the arch, each as wide as it is, all at one scale.
  const spans = $derived(units.map((unit) => bounds(unit.drawing.mesiodistal.present)));
  const total = $derived(spans.reduce((sum, one) => sum + one.right - one.left + between, between));
  const scale = $derived(Math.min(width / total, 12));
  const top = $derived(Math.max(...spans.map((one) => one.top)));
  const bottom = $derived(Math.min(...spans.map((one) => one.bottom)));
  const height = $derived((top - bottom + 3) * scale);
  const base = $derived(up ? (top + 2) * scale : (1.2 - bottom) * scale);
  const starts = $derived(
    spans.map(
      (_, i) =>
        ((width / scale - total) / 2 +
          between +
          spans.slice(0, i).reduce((sum, one) => sum + one.right - one.left + between, 0)) *
        scale,
    ),
  );

  // Mesial lies to the right on the patient's right side, which stands at the left.
  function placing(unit: Unit, i: number): Placing {
    const flip = !unit.drawing.isRight;
    const own = spans[i]!;
    const originX = starts[i]! + (flip ? own.right : -own.left) * scale;
    return { scale, originX, originY: base, flip, up };
  }

  // Clockwise on the plate; lower teeth bite upward.
  const turned = (degrees: number) => (up ? degrees : -degrees);
  const path = $derived(turned((Math.atan2(bridge.path[0]!, bridge.path[2]!) * 180) / Math.PI));
  // It leaves the line of the arch where an abutment leans across it.
  const leaves = $derived(bridge.abutments.some((one) => one.facialWallDeg !== one.lingualWallDeg));
  const degrees = (value: number) => `${value < 0 ? '−' : ''}${Math.abs(value).toFixed(0)}°`;
</script>

<svg
  viewBox="0 0 {width} {height + (leaves ? 79 : 62)}"
  class="w-full"
  role="img"
  aria-label="Abutments along their shared path"
>
  {#each units as unit, i (unit.id)}
    {@const on = placing(unit, i)}
    {@const abutment = abutmentOf(unit)}
    {@const middle = starts[i]! + ((spans[i]!.right - spans[i]!.left) * scale) / 2}
    <g transform="rotate({turned(abutment?.tiltDeg ?? 0)} {middle} {base})" class:gone={!abutment}>
      <SectionFigure section={{ ...unit.drawing.mesiodistal, around: [] }} {on} selected="" />
    </g>
    {#if abutment}
      <g transform="rotate({path} {middle} {base})">
        <line x1={middle} x2={middle} y1={6} y2={height - 4} class="path" />
      </g>
    {/if}
    <text x={middle} y={height + 18} text-anchor="middle" class="number">{unit.written}</text>
    <text x={middle} y={height + 37} text-anchor="middle" class="caption">
      {#if abutment}
        {degrees(abutment.fromPathDeg)} from the path
      {:else}
        pontic
      {/if}
    </text>
    {#if abutment}
      <text x={middle} y={height + 54} text-anchor="middle" class="caption">
        walls {degrees(abutment.firstWallDeg)} and {degrees(abutment.lastWallDeg)} to its axis
      </text>
      {#if abutment.facialWallDeg !== abutment.lingualWallDeg}
        <text x={middle} y={height + 71} text-anchor="middle" class="caption">
          facial {degrees(abutment.facialWallDeg)}, lingual {degrees(abutment.lingualWallDeg)}
        </text>
      {/if}
    {/if}
  {/each}
</svg>

<dl class="facts mt-2">
  {#each bridge.connectors as one (one.between.join())}
    <dt>{one.between.join(' to ')}</dt>
    <dd>at least {one.leastMm2} mm² of connector</dd>
  {/each}
  <dt>Roots</dt>
  <dd>
    {bridge.rootSurfaceMm2.abutments} mm² carry what {bridge.rootSurfaceMm2.missing} did{bridge.rootSurfaceMm2.holds
      ? ''
      : ': too little by the rule of thumb'}
  </dd>
  {#if bridge.bending.longestSpan > 1}
    <dt>Span</dt>
    <dd>bends {bridge.bending.times} times as much as one tooth’s</dd>
  {/if}
</dl>
{#each bridge.cautions as caution (caution.text)}
  <p class="mt-2 border-l-4 border-(--over-mark) pl-3 text-[14px]">{caution.text}</p>
{/each}

<style>
  .path {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  .gone {
    opacity: 0.45;
  }
  .number {
    font: 400 21px var(--font-plate);
    fill: var(--number);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .facts {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.15rem 1rem;
  }
  dt {
    color: var(--soft);
  }
</style>
