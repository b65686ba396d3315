<script lang="ts">
  import { mm } from '../../words/words';
  import type { Found, Tooth } from './inspectState.svelte';
  import { runs, stations, TALLER, told, unrolled } from './unrolled';

  let { tooth, finding }: { tooth: Tooth; finding: Found | null } = $props();

  const HEIGHT = 168;
  const LEFT = 66;
  const RIGHT = 34;
  const TOP = 48;
  const BOTTOM = 44;
  const OFF = 0.15;
  let width = $state(600);

  const strip = $derived(unrolled(tooth.margin));
  const said = $derived(told(tooth.margin));
  const length = $derived(tooth.document.margin?.lengthMm ?? 30);
  const across = $derived(width - LEFT - RIGHT);
  const scale = $derived(
    strip ? Math.min((HEIGHT - TOP - BOTTOM) / (strip.highest - strip.lowest), (TALLER * across) / length) : 1,
  );
  const x = (share: number) => LEFT + share * across;
  const y = (level: number) => HEIGHT - BOTTOM - (level - strip!.lowest) * scale;

  type Place = NonNullable<typeof strip>['places'][number];
  const line = (places: readonly Place[], height: (place: Place) => number) =>
    places
      .map((place, i) => `${i === 0 ? 'M' : 'L'}${x(place.share).toFixed(1)} ${y(height(place)).toFixed(1)}`)
      .join('');
  const foot = (place: Place) => place.levelMm + place.widthMm!;
  /** The shelf as wide as it was cut, standing on the line. */
  const shelves = $derived(
    strip
      ? runs(strip.places, (place) => place.widthMm != null).map(
          (run) => `${line(run, (place) => place.levelMm)}${line([...run].reverse(), foot).replace('M', 'L')}Z`,
        )
      : [],
  );
  const planned = $derived(strip ? runs(strip.places, (place) => place.plannedLevelMm != null) : []);
  /** Where the shelf is narrower or wider than planned by what is worth a look. */
  const off = $derived.by(() => {
    if (!strip) return [];
    const by = ({ widthMm, plannedWidthMm }: Place) =>
      widthMm != null && plannedWidthMm != null ? widthMm - plannedWidthMm : 0;
    return ([-1, 1] as const).flatMap((way) =>
      runs(strip.places, (place) => way * by(place) > OFF).map((run) => ({
        kind: way < 0 ? 'short' : 'over',
        d: `${line(run, foot)}${line([...run].reverse(), (place) => place.levelMm + place.plannedWidthMm!).replace('M', 'L')}Z`,
      })),
    );
  });
  const marked = $derived.by(() => {
    if (!strip || !finding || !/margin|lip/.test(finding.kind)) return null;
    const far = ({ at }: Place) => Math.hypot(...at.map((one, i) => one - finding.at[i]!));
    return strip.places.reduce((best, place) => (far(place) < far(best) ? place : best));
  });
</script>

{#if strip}
  <section class="shrink-0 border-t border-hairline px-5 pt-2" aria-label="Margin, unrolled" bind:clientWidth={width}>
    <svg
      {width}
      height={HEIGHT}
      viewBox="0 0 {width} {HEIGHT}"
      class="-mx-5 block"
      role="img"
      aria-label="Level and width of the finish line, from facial over mesial, lingual and distal"
    >
      <text x="20" y="16" class="title">Margin, unrolled</text>
      {#if width > 560}
        <text x="150" y="16" class="caption"
          >level above the gum and width of the shelf · height {Math.round((scale * length) / across)} times length</text
        >
      {/if}
      {#each stations as station, i (i)}
        {#if i % 2 === 0}<text x={x(i / 8)} y="36" text-anchor="middle" class="caption">{station}</text>{/if}
      {/each}
      {#each shelves as d, i (i)}<path {d} class="shelf" />{/each}
      {#each off as { kind, d }, i (i)}<path {d} class={kind} />{/each}
      {#each planned as run, i (i)}
        <path d={line(run, (place) => place.plannedLevelMm! + (place.plannedWidthMm ?? 0))} class="planned" />
        <path d={line(run, (place) => place.plannedLevelMm!)} class="planned" />
      {/each}
      <path d={line(strip.places, (place) => place.levelMm)} class="line" />
      <line x1={x(0)} x2={x(1)} y1={y(0)} y2={y(0)} class="gum" />
      <text x={LEFT - 8} y={y(0) + 4} text-anchor="end" class="gum-word">gum</text>
      {#if marked}
        <line x1={x(marked.share)} x2={x(marked.share)} y1={TOP - 8} y2={y(marked.levelMm)} class="mark" />
        <circle cx={x(marked.share)} cy={y(marked.levelMm)} r="3.5" class="mark-dot" />
      {/if}
      {#each [{ name: 'level', at: HEIGHT - 22 }, { name: 'width', at: HEIGHT - 6 }] as { name, at } (name)}
        <text x={LEFT - 14} y={at} text-anchor="end" class="caption">{name}</text>
        {#each said as one, i (i)}
          {@const value = name === 'level' ? one.level : one.width}
          <text x={x(i / 8)} y={at} text-anchor="middle" class="number"
            >{value === null ? '–' : mm(Math.round(value * 20) / 20)}</text
          >
        {/each}
      {/each}
    </svg>
  </section>
{/if}

<style>
  .title {
    font: 400 17px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .number {
    font: 400 15px var(--font-plate);
    fill: var(--ink);
  }
  .shelf {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 0.8;
  }
  .short {
    fill: var(--short);
    fill-opacity: 0.4;
  }
  .over {
    fill: var(--over-mark);
    fill-opacity: 0.45;
  }
  .planned {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1;
    stroke-dasharray: 1.2 3;
    stroke-linecap: round;
  }
  .line {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .gum {
    stroke: var(--gum);
  }
  .gum-word {
    font-size: 13px;
    fill: var(--gum);
  }
  .mark {
    stroke: var(--plum);
    stroke-width: 1.2;
  }
  .mark-dot {
    fill: var(--plum);
  }
</style>
