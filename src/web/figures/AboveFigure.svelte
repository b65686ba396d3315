<script lang="ts">
  import type { Point, Schemas, Verdict } from '../api/client';
  import { path, place, type Placing } from './plate';
  import { nearest, soundings } from './soundings';
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
    above.marks.map((mark) => ({
      ...place(mark, on),
      of: mark,
      chosen: mark.zone === selected,
      pick: () => onpick(mark.zone),
    })),
  );
  const points = $derived(
    above.points.map((one) => ({
      ...place(one, on),
      of: one,
      chosen: point?.kind === one.kind && point.where === one.where,
      pick: () => onpoint(one),
    })),
  );
  const numbers = $derived(
    numberOf ? soundings([...zones, ...points].map((at) => ({ ...at, text: numberOf(at.of) }))) : [],
  );

  // Places lie close together: a finger means the nearest one.
  function pick(event: MouseEvent & { currentTarget: SVGGElement }) {
    const screen = event.currentTarget.getScreenCTM();
    if (!screen) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(screen.inverse());
    nearest([...zones, ...points], at, 26)?.pick();
  }
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<g class="pick" onclick={pick}>
  {#each [...zones, ...points] as { x, y } (`${x} ${y}`)}
    <circle cx={x} cy={y} r="13" fill="transparent" />
  {/each}
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
  {#each zones as { x, y, of, chosen } (of.zone)}
    {@const verdict = verdictOf(of.zone)}
    <circle
      cx={x}
      cy={y}
      r={chosen ? 5 : 2.6}
      class="dot"
      class:chosen
      style:fill={verdict && !chosen ? verdicts[verdict].colour : undefined}
    />
  {/each}
  {#each points as { x, y, of, chosen, pick } (of.kind + of.where)}
    <g
      role="button"
      tabindex="0"
      aria-label={pointWords(of)}
      aria-pressed={chosen}
      onkeydown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        pick();
      }}
    >
      {#if of.kind === 'contact'}
        <path d="M{x} {y - 4}L{x + 3.4} {y}L{x} {y + 4}L{x - 3.4} {y}Z" class="ring" class:chosen />
      {:else}
        <circle cx={x} cy={y} r={chosen ? 4.4 : 2.4} class="ring" class:chosen />
      {/if}
    </g>
  {/each}
  {#each numbers as { x, y, text, chosen, anchor } (`${x} ${y}`)}
    <text {x} {y} text-anchor={anchor} class="number" class:chosen>{text}</text>
  {/each}
</g>

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
  .dot {
    fill: var(--outline);
  }
  .ring {
    fill: var(--paper);
    stroke: var(--outline);
    stroke-width: 1.2;
  }
  .chosen.dot,
  .chosen.ring {
    fill: var(--plum);
    stroke: var(--plum);
  }
  [role='button']:focus-visible {
    outline: none;
  }
  [role='button']:focus-visible .ring {
    stroke: var(--plum);
    stroke-width: 4;
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
  .pick {
    cursor: pointer;
  }
</style>
