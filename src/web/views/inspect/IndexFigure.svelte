<script lang="ts">
  import { mm } from '../../words/words';
  import { gapLabels, pathOf, reachOf } from './indexPaths';
  import type { Index } from './indexState.svelte';

  let {
    section,
    reach,
    mark = false,
    numbers = false,
  }: {
    section: Index | null;
    /** Millimetres on each side of the place; the whole tooth when not given. */
    reach?: number;
    /** Whether the place itself is marked. */
    mark?: boolean;
    /** Whether each zone's gap is told. */
    numbers?: boolean;
  } = $props();

  const WIDTH = 272;
  const HEIGHT = 248;
  const id = $props.id();

  const box = $derived(
    reach || !section
      ? {
          left: -(reach ?? 5),
          right: reach ?? 5,
          bottom: (-(reach ?? 5) * HEIGHT) / WIDTH,
          top: ((reach ?? 5) * HEIGHT) / WIDTH,
        }
      : reachOf(section),
  );
  const scale = $derived(Math.min(WIDTH / (box.right - box.left), HEIGHT / (box.top - box.bottom)));
  const middle = $derived([(box.left + box.right) / 2, (box.top + box.bottom) / 2] as const);
  const place = (x: number, y: number) =>
    [WIDTH / 2 + (x - middle[0]) * scale, HEIGHT / 2 - (y - middle[1]) * scale] as const;
  /** Short and over are told between the feet of the cut alone: gum beside it is none of the tooth's. */
  const over = $derived.by(() => {
    const feet = section?.feet ?? [];
    if (feet.length < 2) return `M0 0H${WIDTH}V${HEIGHT}H0Z`;
    const xs = feet.map((foot) => foot[0]!);
    const [left, right] = [feet[xs.indexOf(Math.min(...xs))]!, feet[xs.indexOf(Math.max(...xs))]!];
    const [a, b] = [place(left[0]!, left[1]!), place(right[0]!, right[1]!)];
    return `M${a[0]} ${a[1]}V-400H${b[0]}V${b[1]}Z`;
  });
  const labels = $derived(section && numbers ? gapLabels(section, place, WIDTH, HEIGHT) : []);
</script>

<svg
  viewBox="0 0 {WIDTH} {HEIGHT}"
  class="w-full overflow-hidden"
  role="img"
  aria-label="Section through what was cut{section && numbers
    ? `: ${section.gaps.map((gap) => `${gap.words} ${mm(gap.depthMm)}`).join(', ')}`
    : ''}"
>
  {#if section}
    {@const present = pathOf(section.present, place)}
    {@const cut = pathOf(section.cut, place)}
    {@const planned = pathOf(section.planned, place)}
    <defs>
      <clipPath id="{id}-cut"><path d={cut.area} /></clipPath>
      <clipPath id="{id}-planned"><path d={planned.area} /></clipPath>
      <clipPath id="{id}-over"><path d={over} /></clipPath>
      <pattern id="{id}-tooth" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--tooth)" /><line
          x1="0"
          y1="0"
          x2="0"
          y2="6"
          stroke="var(--firm)"
          stroke-width="0.7"
          opacity="0.6"
        />
      </pattern>
    </defs>
    <path d={present.area} fill="url(#room)" />
    <g clip-path="url(#{id}-over)"><path d={planned.area} class="over" /></g>
    <path d={cut.area} fill="url(#{id}-tooth)" />
    <g clip-path="url(#{id}-over)">
      <g clip-path="url(#{id}-cut)">
        <path d="{planned.area}M-999 -999H1999V1999H-999Z" fill-rule="evenodd" class="short" />
      </g>
    </g>
    <path d={present.line} class="present" />
    <path d={planned.line} class="planned" clip-path="url(#{id}-over)" />
    <path d={cut.line} class="cut" />
    <path d={pathOf(section.antagonist, place).line} class="other" />
    {#each labels as { words, number, from, to, at, anchor } (words)}
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} class="gap" />
      <text x={at[0]} y={at[1]} text-anchor={anchor} class="number">{number}</text>
    {/each}
    {#if mark}
      {@const at = place(0, 0)}
      <circle cx={at[0]} cy={at[1]} r="6" class="mark" />
    {/if}
    <text x={WIDTH - 4} y={HEIGHT - 6} text-anchor="end" class="caption">{Math.round(scale / 3.78)} times</text>
  {/if}
</svg>

<style>
  .present {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.4;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .planned {
    fill: none;
    stroke: var(--plum);
    stroke-width: 1;
    stroke-dasharray: 4 3;
  }
  .cut {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
  }
  .other {
    fill: none;
    stroke: var(--soft);
    stroke-width: 1;
  }
  .short {
    fill: var(--short);
    fill-opacity: 0.55;
  }
  .over {
    fill: var(--over-mark);
    fill-opacity: 0.6;
  }
  .gap {
    stroke: var(--plum);
    stroke-width: 1.2;
  }
  .number {
    font: 400 16px var(--font-plate);
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--leaf);
    stroke-width: 3px;
  }
  .mark {
    fill: none;
    stroke: var(--plum);
    stroke-width: 1.5;
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
    paint-order: stroke;
    stroke: var(--leaf);
    stroke-width: 3px;
  }
</style>
