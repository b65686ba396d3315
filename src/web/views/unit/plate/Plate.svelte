<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit, Zone } from '../../../api/client';
  import { plateLayout, type SmallFigure } from '../../../figures/plateLayout';
  import AboveFigure from '../../../figures/AboveFigure.svelte';
  import BodiesView from './BodiesView.svelte';
  import PlateLabel from './PlateLabel.svelte';
  import ScaleBar from '../../../figures/ScaleBar.svelte';
  import SectionFigure from '../../../figures/SectionFigure.svelte';
  import type { UnitState } from '../unitState.svelte';

  let {
    unitState,
    unit,
    zone,
    turning = $bindable(false),
  }: { unitState: UnitState; unit: Unit; zone: Zone; turning?: boolean } = $props();

  let width = $state(740);
  let height = $state(520);

  const layout = $derived(plateLayout(unit, zone.zone, width, height));
</script>

{#snippet under({ name, caption, middle, foot }: SmallFigure)}
  <text x={middle} y={foot + 22} text-anchor="middle" class="name">{name}</text>
  <text x={middle} y={foot + 39} text-anchor="middle" class="caption">{caption}</text>
{/snippet}

<div class="relative min-h-0 flex-1 overflow-hidden" bind:clientWidth={width} bind:clientHeight={height}>
  {#if layout.drawn}
    <Button class="absolute top-4 right-4 z-10 text-[13px]" aria-pressed={turning} onclick={() => (turning = !turning)}>
      {turning ? 'Sections' : 'In the round'}
    </Button>
  {/if}
  {#if turning && layout.drawn}
    <BodiesView {unit} />
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
        {@const { x, from, to, lean } = layout.path}
        {@const point = to > from ? 1 : -1}
        <g transform="rotate({lean} {x} {from})">
          <line x1={x} y1={from} x2={x} y2={to} class="path" />
          <path d="M{x - 4} {to - 4 * point}L{x} {to + 5 * point}L{x + 4} {to - 4 * point}Z" class="path-head" />
        </g>
        <text {x} dx="-8" y={from + (on.up ? 9 : 0)} text-anchor="end" class="path-word">path</text>
      {/if}
      {#each labels as label (label.id)}
        <PlateLabel
          {label}
          selected={label.zone === zone.zone}
          reading={label.zone ? unitState.readingAt(label.zone) : undefined}
          onpick={label.zone ? () => unitState.select(label.zone!) : undefined}
        />
      {/each}
      {#if toc}
        <text x={middle} y={height - 58} text-anchor="middle" class="title">{toc.target}° total convergence</text>
      {/if}
      <text x={middle} y={height - 39} text-anchor="middle" class="caption">{layout.below}</text>
      <ScaleBar x={22} y={height - 12} scale={on.scale} />

      {#if beside}
        <SectionFigure
          section={beside.other}
          on={beside.section.on}
          selected={zone.zone}
          onpick={(name) => unitState.select(name)}
        />
        {@render under(beside.section)}
        <AboveFigure
          above={unit.drawing.above}
          on={beside.above.on}
          selected={zone.zone}
          verdictOf={(name) => unitState.readingAt(name)?.finding?.verdict}
          onpick={(name) => unitState.select(name)}
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
