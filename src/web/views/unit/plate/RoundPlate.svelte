<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack } from 'svelte';
  import type { Unit, Zone } from '../../../api/client';
  import ScaleBar from '../../../figures/ScaleBar.svelte';
  import { bodiesOf } from '../../../parts/round/brought';
  import PathArrow from '../../../parts/round/PathArrow.svelte';
  import type { Plate } from '../../../parts/round/plate';
  import RoundCanvas from '../../../parts/round/RoundCanvas.svelte';
  import { RoundState } from '../../../parts/round/roundState.svelte';
  import SeenFrom from '../../../parts/round/SeenFrom.svelte';
  import type { Vec } from '../../../scene/turntable';
  import type { Found } from '../../../scene/probe';
  import { mm } from '../../../words/words';
  import { shortWords } from '../../../words/zoneWords';
  import type { UnitState } from '../unitState.svelte';
  import PlaneHandles from './PlaneHandles.svelte';
  import RoundFiles from './RoundFiles.svelte';
  import RoundLabels from './RoundLabels.svelte';
  import SectionBeside from './SectionBeside.svelte';

  let {
    unitState,
    unit,
    zone,
    onfail,
  }: { unitState: UnitState; unit: Unit; zone: Zone; onfail: (why: string) => void } = $props();

  const marks = $derived(unit.drawing.round);
  const mesial = $derived(marks.mesial as unknown as Vec);
  const path = $derived(marks.path as unknown as Vec);
  const round = untrack(() => new RoundState(mesial, unit.plan.tooth[1]! <= '3' ? 'facial' : 'mesial'));
  let plate = $state.raw<Plate>();
  let around = $state(false);
  let pointed = $state.raw<{ x: number; y: number; found: Found } | null>(null);

  // The section stands at the right, and the tooth moves over.
  const beside = $derived(round.through ? 232 : 0);
  const upper = $derived(unit.drawing.jaw === 'upper');
  const presents = [
    { value: 'cut', words: 'Cut away' },
    { value: 'outline', words: 'Outline' },
    { value: 'hidden', words: 'Hidden' },
  ] as const;

  /** What is peeled off: from which side, and how far. */
  const peeled = $derived.by(() => {
    if (!plate || round.share <= 0) return 'nothing off';
    const { bodies } = plate.scene;
    if (!bodies) return '';
    const [, high] = plate.engine.reachAlong(bodies, round.cutNormal);
    return `${mm(Math.max(0, Math.round((high - plate.look.cut.distance) * 10) / 10))} off, ${sideWords(round.cutAzimuth)}`;
  });

  function sideWords(azimuth: number): string {
    const angle = (azimuth * Math.PI) / 180;
    const [toMesial, toFacial] = [Math.cos(angle) * mesial[0], Math.sin(angle)];
    const words = [
      Math.abs(toMesial) > 0.4 ? (toMesial > 0 ? 'mesial' : 'distal') : '',
      Math.abs(toFacial) > 0.4 ? (toFacial > 0 ? 'facial' : 'lingual') : '',
    ];
    return words.filter(Boolean).join(' and ');
  }

  function probe(at: { x: number; y: number }, on: Plate): Found | null {
    return on.scene.bodies ? on.engine.probe(on.scene.bodies, on.look, path, at.x, at.y, on.view) : null;
  }

  function tell({ depth, lean, zone: number, planned }: Found): string[] {
    const named = unit.plan.zones[number];
    const leans = lean < -0.5 ? `${Math.round(-lean)}° undercut` : `leans ${Math.round(lean)}°`;
    return [
      depth === null
        ? 'stays as it is'
        : planned
          ? `${mm(Math.round(depth * 10) / 10)} cut · ${leans}`
          : `${mm(Math.round(depth * 10) / 10)} to be cut`,
      ...(named ? [shortWords(named.kind)] : []),
    ];
  }

  function pick(at: { x: number; y: number }, on: Plate) {
    const found = probe(at, on);
    pointed = found && { ...at, found };
    const named = found && unit.plan.zones[found.zone];
    if (named) unitState.select(named.zone);
  }
</script>

{#snippet overlay(on: Plate)}
  {@const { view } = on}
  {@const bar = view.scale > 90 ? 1 : view.scale > 55 ? 2 : 3}
  <svg
    width={view.width}
    height={view.height}
    viewBox="0 0 {view.width} {view.height}"
    class="pointer-events-none absolute inset-0 block"
    role="group"
    aria-label="Plate, in the round"
  >
    <text x="22" y="34" class="title">{unit.plan.tooth}, in the round</text>
    <text x="22" y="53" class="caption">
      {round.present === 'hidden'
        ? 'planned preparation'
        : round.present === 'cut'
          ? 'planned preparation · hatched blue is what is cut'
          : 'planned preparation · dotted the present tooth'}
    </text>
    {#if !unit.traits.isVeneer}<PathArrow plate={on} {path} over={round.present === 'hidden' ? 0.5 : 1.6} />{/if}
    <g class="pointer-events-auto">
      {#if round.through}<PlaneHandles plate={on} {round} />{/if}
      <RoundLabels plate={on} {unitState} {unit} zone={zone.zone} {beside} />
    </g>
    <ScaleBar x={view.width - bar * view.scale - 58} y={view.height - 8} scale={view.scale} length={bar} />
    {#if pointed}
      {@const right = pointed.x > view.width - 170}
      <circle cx={pointed.x} cy={pointed.y} r="3" class="pointed" />
      {#each tell(pointed.found) as line, i (i)}
        <text
          x={pointed.x + (right ? -12 : 12)}
          y={pointed.y - 12 + 16 * i}
          text-anchor={right ? 'end' : 'start'}
          class="told">{line}</text
        >
      {/each}
    {/if}
  </svg>
  <label class="absolute bottom-1 left-5 flex items-center gap-2 text-[13px] text-soft">
    peel
    <input type="range" min="0" max="1" step="0.01" bind:value={round.share} class="w-32" aria-valuetext={peeled} />
    <span class="measure text-[15px]">{peeled}</span>
  </label>
  {#if round.through}
    <SectionBeside plate={on} {round} />
  {/if}
{/snippet}

<div class="absolute inset-0 flex flex-col">
  <div class="relative min-h-0 flex-1">
    <RoundCanvas
      address={bodiesOf(unit)}
      around={around ? `/api/units/${unit.id}/bodies/around.glb` : undefined}
      {round}
      label="Planned preparation of the {unit.plan
        .toothName} in the round; drag, or shift and the arrow keys, turns it; the wheel peels"
      {overlay}
      {beside}
      bind:plate
      onpoint={(at, on) => {
        const found = at && probe(at, on);
        pointed = at && found ? { ...at, found } : null;
      }}
      onpick={pick}
      {onfail}
    />
  </div>
  <div class="flex flex-wrap items-center gap-x-2 gap-y-1.5 px-5 pb-2 text-[13px]">
    <SeenFrom {round} />
    <div class="flex gap-1" role="group" aria-label="Present tooth">
      {#each presents as { value, words } (value)}
        <Button class="px-1.5" aria-pressed={round.present === value} onclick={() => (round.present = value)}
          >{words}</Button
        >
      {/each}
    </div>
    <Button class="px-1.5" aria-pressed={round.through} onclick={() => (round.through = !round.through)}>Section</Button
    >
    {#if upper}
      <Button class="px-1.5" aria-pressed={round.hanging} onclick={() => (round.hanging = !round.hanging)}
        >In the mouth</Button
      >
    {/if}
    <Button class="px-1.5" aria-pressed={around} onclick={() => (around = !around)}>Teeth round it</Button>
    <RoundFiles {unit} {plate} />
  </div>
</div>

<style>
  .title {
    font: 400 21px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .title,
  .caption {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
  .pointed {
    fill: none;
    stroke: var(--plum);
    stroke-width: 1.4;
  }
  .told {
    font-size: 13.5px;
    fill: var(--plum);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
</style>
