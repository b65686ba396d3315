<script lang="ts">
  import type { Point, Schemas, Verdict } from '../api/client';
  import { path, place, type Placing } from './plate';
  import Places from './Places.svelte';
  import { soundings } from './soundings';
  import { verdicts } from '../words/verdicts';
  import { pointWords } from '../words/zoneWords';

  let {
    above,
    on,
    selected,
    point,
    verdictOf,
    numberOf,
    onpick,
    onpoint,
  }: {
    above: Schemas['AboveView'];
    on: Placing;
    /** The zone that is chosen; none while a point is. */
    selected: string;
    point?: Point | null;
    verdictOf: (zone: string) => Verdict | undefined;
    /** Given where the figure stands large: what is written beside a zone's or a point's place. */
    numberOf?: (at: { zone: string } | Point) => string;
    onpick: (zone: string) => void;
    onpoint: (point: Point) => void;
  } = $props();

  const present = $derived(path(above.present, on));
  const finish = $derived(path(above.finishLine, on));
  const zones = $derived(
    above.marks.map((of) => {
      const verdict = verdictOf(of.zone);
      return {
        ...place(of, on),
        of,
        kind: 'zone' as const,
        chosen: of.zone === selected,
        colour: verdict && verdicts[verdict].colour,
        pick: () => onpick(of.zone),
      };
    }),
  );
  const points = $derived(
    above.points.map((of) => ({
      ...place(of, on),
      of,
      kind: of.kind,
      chosen: point?.kind === of.kind && point.where === of.where,
      label: pointWords(of),
      pick: () => onpoint(of),
    })),
  );
  const places = $derived([...zones, ...points]);
  const numbers = $derived(numberOf ? soundings(places.map((at) => ({ ...at, text: numberOf(at.of) }))) : []);
</script>

<Places {places}>
  {#if above.finishLine.length > 0}
    <path d={present + finish} fill="url(#room)" fill-rule="evenodd" />
    <path d={finish} class="finish" />
  {:else}
    <path d={present} class="finish" />
    {#if above.cut.length > 0}
      {@const cut = above.cut.map((line) => path(line, on)).join('')}
      <path d={cut} fill="url(#room)" fill-rule="evenodd" />
      <path d={cut} class="axial" />
    {/if}
  {/if}
  <path d={path(above.axial, on)} class="axial" />
  <path d={path(above.table, on)} class="table" />
  {#each above.lines as line, i (i)}
    <path d={path(line, on, false)} class="groove" />
  {/each}
  <path d={present} class="present" />
</Places>
{#each numbers as { x, y, text, chosen, anchor } (`${x} ${y}`)}
  <text {x} {y} text-anchor={anchor} class="number" class:chosen>{text}</text>
{/each}

<style>
  .finish {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 1.5;
  }
  .axial {
    fill: none;
    stroke: var(--outline);
    stroke-width: 0.9;
  }
  .table {
    fill: none;
    stroke: var(--soft);
    stroke-width: 0.7;
  }
  .groove {
    fill: none;
    stroke: var(--hatch);
    stroke-width: 0.9;
  }
  .present {
    fill: none;
    stroke: var(--outline);
    stroke-width: 1.4;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .number {
    font: 400 17px var(--font-plate);
    font-variant-numeric: lining-nums tabular-nums;
    fill: var(--number);
    paint-order: stroke;
    stroke: var(--tooth);
    stroke-width: 3px;
    stroke-linejoin: round;
    pointer-events: none;
  }
  .number.chosen {
    font-size: 22px;
    fill: var(--plum);
  }
</style>
