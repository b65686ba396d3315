<script lang="ts">
  import LineButton from '../../parts/LineButton.svelte';
  import { change, mm } from '../../words/words';
  import type { Found, Tooth } from './inspectState.svelte';
  import { share, withMove, type LineMove } from './lineMoves';
  import { runs, stations, TALLER, told, unrolled } from './unrolled';

  let {
    tooth,
    finding,
    moves,
    oncorrect,
  }: {
    tooth: Tooth;
    finding: Found | null;
    /** What was put right of the line by hand. */
    moves: readonly LineMove[];
    oncorrect: (moves: LineMove[]) => void;
  } = $props();

  const LABEL =
    'Level and width of the finish line, from facial over mesial, lingual and distal. ' +
    'Drag the line where it was traced wrong, or left and right to a place, up and down, Enter';
  const HEIGHT = 168;
  const LEFT = 76;
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
  /** What the hand holds of the line, not let go yet. */
  let held = $state<LineMove | null>(null);
  let from = 0;
  const KEY = 0.05;
  const GRIP = 18;

  function at(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  function grip(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    if (!strip) return;
    const { x: across, y: down } = at(event);
    const place = strip.places.reduce((best, one) =>
      Math.abs(x(one.share) - across) < Math.abs(x(best.share) - across) ? one : best,
    );
    if (Math.abs(y(place.levelMm) - down) > GRIP) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held = { position: place.share * 8, byMm: 0 };
    from = down;
  }

  function drag(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    if (!held || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    held = { ...held, byMm: Math.max(-2, Math.min(2, Math.round(((from - at(event).y) / scale) * 20) / 20)) };
  }

  function letGo() {
    if (held && held.byMm !== 0) oncorrect(withMove(moves, held));
    held = null;
  }

  /** Left and right choose a place, up and down move the line there, Enter keeps it. */
  function key(event: KeyboardEvent) {
    const now = held ?? { position: 0, byMm: 0 };
    const next =
      event.key === 'ArrowRight'
        ? { position: (now.position + 0.5) % 8, byMm: 0 }
        : event.key === 'ArrowLeft'
          ? { position: (now.position + 7.5) % 8, byMm: 0 }
          : event.key === 'ArrowUp' || event.key === 'ArrowDown'
            ? { ...now, byMm: Math.round((now.byMm + (event.key === 'ArrowUp' ? KEY : -KEY)) * 100) / 100 }
            : null;
    if (event.key === 'Enter' && held) letGo();
    else if (event.key === 'Escape' && held) held = null;
    else if (next) held = next;
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  const marked = $derived.by(() => {
    if (!strip || !finding || !/margin|lip/.test(finding.kind)) return null;
    const far = ({ at }: Place) => Math.hypot(...at.map((one, i) => one - finding.at[i]!));
    return strip.places.reduce((best, place) => (far(place) < far(best) ? place : best));
  });
</script>

{#if strip}
  <section
    class="relative shrink-0 border-t border-hairline px-5 pt-2"
    aria-label="Margin, unrolled"
    bind:clientWidth={width}
  >
    <svg
      {width}
      height={HEIGHT}
      viewBox="0 0 {width} {HEIGHT}"
      class="-mx-5 block touch-pan-y"
      role="slider"
      tabindex="0"
      aria-label={LABEL}
      aria-valuenow={held?.position ?? 0}
      aria-valuemin="0"
      aria-valuemax="8"
      aria-valuetext={held ? `${stations[Math.round(held.position) % 8]}, moved ${change(held.byMm)}` : 'as traced'}
      onpointerdown={grip}
      onpointermove={drag}
      onpointerup={letGo}
      onpointercancel={() => (held = null)}
      onkeydown={key}
    >
      <text x="20" y="16" class="title">Margin, unrolled</text>
      {#if width > 560}
        <text x="150" y="16" class="caption"
          >level above {tooth.gumSeen ? 'the gum' : 'the average tooth’s gum'} ± {mm(tooth.levelUncertaintyMm)}, width
          of the shelf · height {Math.round((scale * length) / across)} times length</text
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
      {#if held}
        {@const hand = held}
        <path
          d={line(strip.places, (place) => place.levelMm + hand.byMm * share(place.share * 8, hand))}
          class="held"
        />
        <line x1={x(hand.position / 8)} x2={x(hand.position / 8)} y1={TOP - 8} y2={HEIGHT - BOTTOM} class="mark" />
        <text x={x(hand.position / 8) + 5} y={TOP} class="caption">{change(hand.byMm)}</text>
      {/if}
      {#each moves as move (move.position)}
        <circle cx={x(move.position / 8)} cy={TOP - 6} r="3" class="moved" />
      {/each}
      {#if marked}
        <line x1={x(marked.share)} x2={x(marked.share)} y1={TOP - 8} y2={y(marked.levelMm)} class="mark" />
        <circle cx={x(marked.share)} cy={y(marked.levelMm)} r="3.5" class="mark-dot" />
      {/if}
      {#each [{ name: 'level', at: HEIGHT - 22 }, { name: 'width', at: HEIGHT - 6 }] as { name, at } (name)}
        <text x={LEFT - 20} y={at} text-anchor="end" class="caption">{name}</text>
        {#each said as one, i (i)}
          {@const value = name === 'level' ? one.level : one.width}
          <text x={x(i / 8)} y={at} text-anchor="middle" class="number"
            >{value === null ? '–' : mm(Math.round(value * 20) / 20)}</text
          >
        {/each}
      {/each}
    </svg>
    {#if moves.length > 0}
      <p class="quiet absolute top-1 right-5">
        line put right by hand in {moves.length === 1 ? 'one place' : `${moves.length} places`} ·
        <LineButton onclick={() => oncorrect([])}>as traced</LineButton>
      </p>
    {/if}
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
  .held {
    fill: none;
    stroke: var(--plum);
    stroke-width: 2;
  }
  .moved {
    fill: var(--plum);
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
