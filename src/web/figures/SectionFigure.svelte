<script lang="ts">
  import type { Point, Section } from '../api/client';
  import { path, place, type Placing } from './plate';
  import Places, { type Place } from './Places.svelte';

  let {
    section,
    on,
    selected,
    point,
    large = false,
    pick,
  }: {
    section: Section;
    on: Placing;
    selected: string;
    point?: Point | null;
    large?: boolean;
    /** Given where zones and pieces of the margin are chosen in the figure itself. */
    pick?: { zone: (zone: string) => void; point: (segment: string) => void };
  } = $props();

  const present = $derived(path(section.present, on));
  const planned = $derived(path(section.planned, on));

  const places = $derived<Place[]>([
    ...section.margins.map((mark) => ({
      ...place(mark, on),
      kind: 'margin' as const,
      chosen: point?.kind === 'margin' && point.where === mark.segment,
      pick: () => pick?.point(mark.segment),
    })),
    ...section.marks.map((mark) => ({
      ...place(mark, on),
      kind: 'zone' as const,
      chosen: mark.zone === selected,
      pick: () => pick?.zone(mark.zone),
    })),
  ]);

  // A section beside the chamber meets a horn only, a premolar's is a slit: too small to name.
  const chamber = $derived(extentAt(section.pulp, -1.4) * on.scale);

  /** How wide a closed line is at a height; the words in it must not cross it. */
  function extentAt(line: readonly number[], height: number): number {
    const crossings: number[] = [];
    for (let i = 0; i < line.length; i += 2) {
      const [x0, y0] = [line[i]!, line[i + 1]!];
      const [x1, y1] = [line[(i + 2) % line.length]!, line[(i + 3) % line.length]!];
      if (y0 > height !== y1 > height) crossings.push(x0 + ((height - y0) / (y1 - y0)) * (x1 - x0));
    }
    return crossings.length < 2 ? 0 : Math.max(...crossings) - Math.min(...crossings);
  }

  // The gum leaves the tooth at its crest and falls away toward the root.
  function gum(x: number, y: number): string {
    const from = place({ x, y }, on);
    const reach = on.scale * 0.95;
    const out = x > 0 === on.flip ? -reach : reach;
    const down = on.up ? reach * 1.2 : -reach * 1.2;
    return `M${from.x} ${from.y}q${out * 0.75} ${-down * 0.04} ${out} ${down}`;
  }
</script>

<g>
  {#if section.planned.length > 0}
    <path d={present + planned} fill="url(#room)" fill-rule="evenodd" />
    <path d={planned} class="planned" class:large />
    <path d={present} class="present" class:large />
  {:else}
    <path d={present} class="planned" class:large />
  {/if}
  {#each section.restored as line, i (i)}
    <path d={path(line, on, false)} class="restored" />
  {/each}
  {#each section.around as line, i (i)}
    <path d={path(line, on, false)} class="around" />
  {/each}
  <path d={path(section.enamel, on, false)} class="estimate" />
  <path d={path(section.pulp, on, false)} class="pulp" />
  {#each section.margins as mark (mark.segment)}
    <path d={gum(mark.gumX, mark.gumY)} class="gum" />
  {/each}
  {#if large && chamber > 92}
    {@const at = place({ x: 0, y: -1.4 }, on)}
    <text x={at.x} y={at.y} text-anchor="middle" class="word">pulp, estimate</text>
  {/if}
  {#if pick}<Places {places} />{/if}
</g>

<style>
  .planned {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 1.3;
    stroke-linejoin: round;
  }
  .planned.large {
    stroke-width: 2.1;
  }
  .present {
    fill: none;
    stroke: var(--outline);
    stroke-width: 1.4;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .present.large {
    stroke-width: 1.9;
    stroke-dasharray: 0.1 4.6;
  }
  .restored {
    fill: none;
    stroke: var(--outline);
    stroke-width: 0.8;
    stroke-linejoin: round;
  }
  .around {
    fill: none;
    stroke: var(--firm);
    stroke-width: 1.1;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .estimate {
    fill: none;
    stroke: var(--firm);
    stroke-width: 1;
    stroke-dasharray: 5 4;
  }
  .pulp {
    fill: var(--pulp);
    fill-opacity: 0.7;
    stroke: var(--gum);
    stroke-width: 0.9;
    stroke-dasharray: 4 3;
  }
  .gum {
    fill: none;
    stroke: var(--gum);
    stroke-width: 1.6;
    stroke-linecap: round;
  }
  .word {
    font-size: 13px;
    fill: var(--soft);
  }
</style>
