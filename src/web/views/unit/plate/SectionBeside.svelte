<script lang="ts">
  import type { Plate } from '../../../parts/round/plate';
  import type { RoundState } from '../../../parts/round/roundState.svelte';
  import { bounds, fit, path, place, type Point } from '../../../figures/plate';
  import { mm } from '../../../words/words';

  let { plate, round }: { plate: Plate; round: RoundState } = $props();

  const WIDTH = 216;
  const HEIGHT = 214;
  let at = $state.raw<Point | null>(null);

  const lines = $derived.by(() => {
    void plate.look;
    return plate.scene.section;
  });
  const flat = $derived([...lines.tooth, ...lines.prepared].flatMap((line) => line.points));
  const on = $derived.by(() => {
    const whole = flat.length ? bounds(flat) : { left: -4, right: 4, bottom: -1, top: 8 };
    const box = [whole.left, Math.max(whole.bottom, -1.6), whole.right, whole.top];
    return fit(box, { x: 12, y: 26, width: WIDTH - 24, height: HEIGHT - 52 }, false, true);
  });

  /** What is cut at the pointer: from the nearest place of the planned line straight to the present one. */
  const read = $derived.by(() => {
    if (!at) return null;
    const from = nearest(lines.prepared.flatMap(pieces), at);
    const to = from && nearest(lines.tooth.flatMap(pieces), from);
    return from && to ? { from, to, length: Math.hypot(from.x - to.x, from.y - to.y) } : null;
  });

  interface Piece {
    a: Point;
    b: Point;
  }

  function pieces({ points, closed }: { points: readonly number[]; closed: boolean }): Piece[] {
    const all: Piece[] = [];
    for (let i = 0; i + 3 < points.length; i += 2)
      all.push({ a: { x: points[i]!, y: points[i + 1]! }, b: { x: points[i + 2]!, y: points[i + 3]! } });
    if (closed && points.length > 4)
      all.push({
        a: { x: points[points.length - 2]!, y: points[points.length - 1]! },
        b: { x: points[0]!, y: points[1]! },
      });
    return all;
  }

  function nearest(all: readonly Piece[], to: Point): Point | null {
    let best: { at: Point; far: number } | null = null;
    for (const { a, b } of all) {
      const [x, y] = [b.x - a.x, b.y - a.y];
      const share = Math.max(0, Math.min(1, ((to.x - a.x) * x + (to.y - a.y) * y) / (x * x + y * y || 1)));
      const found = { x: a.x + x * share, y: a.y + y * share };
      const far = Math.hypot(found.x - to.x, found.y - to.y);
      if (!best || far < best.far) best = { at: found, far };
    }
    return best && best.at;
  }

  function point(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    at = { x: (x - on.originX) / on.scale, y: (on.originY - y) / on.scale };
  }
</script>

<figure class="absolute top-16 right-4 border border-hairline bg-leaf">
  <svg
    width={WIDTH}
    height={HEIGHT}
    viewBox="0 0 {WIDTH} {HEIGHT}"
    class="block touch-none"
    role="img"
    aria-label="Section through the plane: {read
      ? `${mm(read.length)} millimetres cut at the pointer`
      : 'point at it to read what is cut'}"
    onpointermove={point}
    onpointerdown={point}
    onpointerleave={() => (at = null)}
  >
    <clipPath id="beside"><rect x="0" y="0" width={WIDTH} height={HEIGHT - 22} /></clipPath>
    <g clip-path="url(#beside)">
      {#each lines.tooth as line, i (i)}<path d={path(line.points, on)} fill="url(#room)" class="present" />{/each}
      {#each lines.prepared as line, i (i)}<path d={path(line.points, on)} class="planned" />{/each}
      {#each lines.restored as line, i (i)}<path d={path(line.points, on)} class="restored" />{/each}
      {#if read}
        {@const [from, to] = [place(read.from, on), place(read.to, on)]}
        <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} class="read" />
        <circle cx={from.x} cy={from.y} r="2.4" class="knot" />
        <circle cx={to.x} cy={to.y} r="2.4" class="knot" />
      {/if}
    </g>
    <text x="10" y={HEIGHT - 8} class="caption">{(on.scale / 3.78).toFixed(0)} times, as on paper</text>
    {#if read}<text x={WIDTH - 10} y={HEIGHT - 7} text-anchor="end" class="number"
        >{mm(Math.round(read.length * 100) / 100)}</text
      >{/if}
  </svg>
  <label class="flex items-center gap-2 px-2.5 pb-2 text-[13px] text-soft">
    turn
    <input
      type="range"
      min="0"
      max="359"
      step="1"
      bind:value={round.cutAzimuth}
      class="flex-1"
      aria-label="Turn the section"
    />
  </label>
</figure>

<style>
  .present {
    stroke: var(--outline);
    stroke-width: 1;
    stroke-dasharray: 0.1 3;
    stroke-linecap: round;
  }
  .planned {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 1.5;
  }
  .restored {
    fill: none;
    stroke: var(--plum);
    stroke-width: 0.8;
  }
  .read {
    stroke: var(--plum);
    stroke-width: 1.6;
  }
  .knot {
    fill: var(--plum);
  }
  .caption {
    font-size: 12px;
    fill: var(--soft);
  }
  .number {
    font: 400 22px var(--font-plate);
    fill: var(--plum);
  }
</style>
