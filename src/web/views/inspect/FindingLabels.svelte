<script lang="ts">
  import { leaders, type Named } from '../../figures/leaders';
  import type { Plate } from '../../parts/round/plate';
  import { toScreen, type Vec } from '../../scene/turntable';
  import { lowerFirst } from '../../words/words';
  import { headline, inkOf } from './findingInk';
  import type { Tooth } from './inspectState.svelte';

  let { plate, tooth, chosen, onpick }: { plate: Plate; tooth: Tooth; chosen: number; onpick: (at: number) => void } =
    $props();

  const COLUMN = 128;
  const MOST = 8;
  const HEIGHT = 54;
  const LARGER = 10;

  const wanted = $derived.by((): Named[] => {
    const { engine, scene, look, view } = plate;
    const { bodies } = scene;
    if (!bodies) return [];
    return tooth.findings.slice(0, MOST).flatMap((finding, i) => {
      const [at, outward] = [finding.at as unknown as Vec, finding.outward as unknown as Vec];
      const isChosen = i === chosen;
      // Under an undercut's edge nothing is seen square to it: the chosen one is led to all the same.
      if (!isChosen && !engine.sees(bodies, look, at, outward, view)) return [];
      return [
        {
          id: String(i),
          to: toScreen(at, view),
          height: HEIGHT + (isChosen ? LARGER : 0),
          lead: 15 + (isChosen ? 6 : 0),
          chosen: isChosen,
        },
      ];
    });
  });

  const stands = $derived(
    leaders(wanted, {
      left: Math.min(COLUMN, plate.view.width * 0.22),
      right: plate.view.width - Math.min(COLUMN, plate.view.width * 0.22),
      top: 74,
      bottom: plate.view.height - 34,
    }),
  );

  function short(where: string): string {
    const text = lowerFirst(where);
    return text.length > 19 ? `${text.slice(0, 18)}…` : text;
  }
</script>

{#each wanted as { id, to } (id)}
  {@const stand = stands.get(id)}
  {@const finding = tooth.findings[Number(id)]}
  {#if stand && finding}
    {@const isChosen = Number(id) === chosen}
    {@const left = stand.side === 'left'}
    {@const x = stand.from.x + (left ? -6 : 6)}
    {@const { number, words } = headline(finding)}
    <g
      class="label {inkOf(finding)}"
      class:chosen={isChosen}
      role="button"
      tabindex="-1"
      aria-label="{finding.where}: {finding.headline}"
      onclick={() => onpick(Number(id))}
      onkeydown={(event) => event.key === 'Enter' && onpick(Number(id))}
    >
      <line x1={stand.from.x} y1={stand.from.y} x2={to.x} y2={to.y} class="leader" />
      <circle cx={to.x} cy={to.y} r={isChosen ? 4 : 2.5} class="dot" />
      <text text-anchor={left ? 'end' : 'start'}>
        <tspan {x} y={stand.top + (isChosen ? 26 : 20)} class="number">{number}</tspan>
        {#each [words, short(finding.where)] as line, k (k)}
          <tspan {x} y={stand.top + (isChosen ? 42 : 35) + 14 * k} class="where">{line}</tspan>
        {/each}
      </text>
    </g>
  {/if}
{/each}

<style>
  .label {
    cursor: pointer;
  }
  .label text {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
  .number {
    font: 400 19px var(--font-plate);
    fill: currentColor;
  }
  .chosen .number {
    font-size: 27px;
  }
  .where {
    font-size: 13px;
    fill: var(--soft);
  }
  .leader {
    stroke: currentColor;
    stroke-width: 0.9;
  }
  .chosen .leader {
    stroke: var(--plum);
    stroke-width: 1.4;
  }
  .dot {
    fill: var(--plum);
  }
</style>
