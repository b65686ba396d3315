<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit, Zone } from '../../../api/client';
  import { notices } from '../../../parts/notices.svelte';
  import { plateLayout, type SmallFigure } from '../../../figures/plateLayout';
  import AboveFigure from '../../../figures/AboveFigure.svelte';
  import AbovePlate from './AbovePlate.svelte';
  import PlateLabel from './PlateLabel.svelte';
  import RoundPlate from './RoundPlate.svelte';
  import ScaleBar from '../../../figures/ScaleBar.svelte';
  import SectionFigure from '../../../figures/SectionFigure.svelte';
  import type { Label } from '../../../figures/labelled';
  import type { Figure } from './figure';
  import type { UnitState } from '../unitState.svelte';

  let {
    unitState,
    unit,
    zone,
    figure = $bindable('section'),
  }: { unitState: UnitState; unit: Unit; zone: Zone; figure?: Figure } = $props();

  let width = $state(740);
  let height = $state(520);

  const plane = $derived(figure === 'across' ? 'faciolingual' : figure === 'along' ? 'mesiodistal' : undefined);
  const layout = $derived(plateLayout(unit, zone.zone, width, height, plane));
  const shown = $derived(
    figure !== 'section' ? figure : layout.main.plane === 'mesiodistal' ? 'along' : ('across' as const),
  );
  const figures = [
    { name: 'across', words: 'Across' },
    { name: 'along', words: 'Along' },
    { name: 'above', words: 'Above' },
    { name: 'round', words: 'Round' },
  ] as const;

  function readingAt(name: string | undefined) {
    return name ? unitState.readingAt(name) : undefined;
  }

  function isChosen({ zone: name, segment }: Label): boolean {
    const { point } = unitState;
    return point ? point.kind === 'margin' && point.where === segment : name === zone.zone;
  }

  // A label leads to its zone, or to its piece of the margin.
  function follow({ zone: name, segment }: Label) {
    if (name) unitState.select(name);
    else if (segment) unitState.pick({ kind: 'margin', where: segment });
  }
</script>

{#snippet under({ name, caption, middle, foot }: SmallFigure)}
  <text x={middle} y={foot + 22} text-anchor="middle" class="name">{name}</text>
  <text x={middle} y={foot + 39} text-anchor="middle" class="caption">{caption}</text>
{/snippet}

<div class="relative min-h-0 flex-1 overflow-hidden" bind:clientWidth={width} bind:clientHeight={height}>
  <div class="absolute top-4 right-4 z-10 flex gap-1" role="group" aria-label="Figures">
    {#each figures as { name, words } (name)}
      {#if name !== 'round' || layout.drawn}
        <Button class="px-2.5 text-[13px]" aria-pressed={shown === name} onclick={() => (figure = name)}>{words}</Button
        >
      {/if}
    {/each}
  </div>
  {#if figure === 'round' && layout.drawn}
    <RoundPlate
      {unitState}
      {unit}
      {zone}
      onfail={(why) => {
        figure = 'section';
        notices.say(`${why.slice(0, -1)}; the sections show the same bodies.`);
      }}
    />
  {:else if figure === 'above'}
    <AbovePlate {unitState} {unit} {zone} {width} {height} />
  {:else}
    {@const { main, on, middle, labels, beside } = layout}
    {@const toc = unit.plan.tocDeg}
    <svg {width} {height} viewBox="0 0 {width} {height}" class="block" role="group" aria-label="Plate">
      <text x="22" y="34" class="title">{layout.title}</text>
      {#each layout.captions as caption, i (caption)}
        <text x="22" y={53 + 17 * i} class="caption">{caption}</text>
      {/each}

      <SectionFigure section={main} {on} selected={zone.zone} large />
      {#if layout.path}
        {@const { x, from, to, lean, words } = layout.path}
        {@const point = to > from ? 1 : -1}
        <g transform="rotate({lean} {x} {from})">
          <line x1={x} y1={from} x2={x} y2={to} class="path" />
          <path d="M{x - 4} {to - 4 * point}L{x} {to + 5 * point}L{x + 4} {to - 4 * point}Z" class="path-head" />
        </g>
        <text {x} dx={8 * words} y={from + (on.up ? 9 : 0)} text-anchor={words > 0 ? 'start' : 'end'} class="path-word"
          >path</text
        >
      {/if}
      {#each labels as label (label.id)}
        <PlateLabel {label} selected={isChosen(label)} reading={readingAt(label.zone)} onpick={() => follow(label)} />
      {/each}
      {#if toc && !layout.low}
        <text x={middle} y={height - 58} text-anchor="middle" class="title">{toc.target}° total convergence</text>
      {/if}
      {#if !layout.low}
        <text x={middle} y={height - 39} text-anchor="middle" class="caption">{layout.below}</text>
        <ScaleBar x={22} y={height - 12} scale={on.scale} />
      {/if}

      {#if beside}
        <SectionFigure
          section={beside.other}
          on={beside.section.on}
          selected={unitState.point ? '' : zone.zone}
          point={unitState.point}
          pick={{
            zone: (name) => unitState.select(name),
            point: (segment) => unitState.pick({ kind: 'margin', where: segment }),
          }}
        />
        {@render under(beside.section)}
        <AboveFigure
          above={unit.drawing.above}
          on={beside.above.on}
          selected={unitState.point ? '' : zone.zone}
          point={unitState.point}
          verdictOf={(name) => unitState.readingAt(name)?.finding?.verdict}
          onpick={(name) => unitState.select(name)}
          onpoint={(point) => unitState.pick(point)}
        />
        {@render under(beside.above)}
      {/if}
    </svg>
  {/if}
</div>

<style>
  .title {
    font: 400 21px var(--font-plate);
    fill: var(--ink);
  }
  .name {
    font: 400 17px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .path {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  .path-head,
  .path-word {
    fill: var(--plum);
    font-size: 13px;
  }
</style>
