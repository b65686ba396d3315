<script lang="ts">
  let {
    path,
    planned,
    best,
    mesial,
    onchoose,
  }: {
    path: readonly number[];
    planned: readonly number[];
    best: readonly number[];
    mesial: readonly number[];
    onchoose: (path: number[]) => void;
  } = $props();

  const SIZE = 220;
  const MIDDLE = SIZE / 2;
  /** Degrees at the rim. */
  const RIM = 25;
  const RADIUS = 88;
  const STEP = 1;
  const rings = [5, 10, 15, 20, 25];
  let dragging = $state(false);

  const toMesial = $derived(mesial[0]! > 0 ? 1 : -1);
  const place = (way: readonly number[]) => {
    const off = (Math.acos(Math.min(1, way[2]!)) * 180) / Math.PI;
    const level = Math.hypot(way[0]!, way[1]!) || 1;
    const far = (Math.min(RIM, off) / RIM) * RADIUS;
    return { x: MIDDLE + (way[0]! / level) * far * toMesial, y: MIDDLE - (way[1]! / level) * far };
  };

  function at(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    const scale = SIZE / box.width;
    point((event.clientX - box.left) * scale - MIDDLE, MIDDLE - (event.clientY - box.top) * scale);
  }

  /** @param x Pixels to the mesial. @param y To the facial. */
  function point(x: number, y: number) {
    const far = Math.min(RADIUS, Math.hypot(x, y));
    const angle = ((far / RADIUS) * RIM * Math.PI) / 180;
    const level = Math.hypot(x, y) || 1;
    onchoose([(x / level) * Math.sin(angle) * toMesial, (y / level) * Math.sin(angle), Math.cos(angle)]);
  }

  function key(event: KeyboardEvent) {
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, STEP],
      ArrowDown: [0, -STEP],
    };
    const way = ways[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const now = place(path);
    const pixels = RADIUS / RIM;
    point(now.x - MIDDLE + way[0] * pixels, MIDDLE - now.y + way[1] * pixels);
  }
  const now = $derived(place(path));
  const off = $derived((Math.acos(Math.min(1, path[2]!)) * 180) / Math.PI);
</script>

<svg
  viewBox="0 0 {SIZE} {SIZE}"
  class="mx-auto my-2 block w-full max-w-[240px] touch-none select-none"
  role="slider"
  tabindex="0"
  aria-label="Path, as seen from above the tooth: arrow keys tip it by a degree"
  aria-valuemin="0"
  aria-valuemax={RIM}
  aria-valuenow={Math.round(off)}
  aria-valuetext="{off.toFixed(0)} degrees from upright"
  onkeydown={key}
  onpointerdown={(event) => {
    dragging = true;
    event.currentTarget.setPointerCapture(event.pointerId);
    at(event);
  }}
  onpointermove={(event) => dragging && at(event)}
  onpointerup={() => (dragging = false)}
  onpointercancel={() => (dragging = false)}
>
  {#each rings as ring (ring)}
    <circle cx={MIDDLE} cy={MIDDLE} r={(ring / RIM) * RADIUS} class="ring" class:rim={ring === RIM} />
  {/each}
  <path d="M{MIDDLE - RADIUS} {MIDDLE}h{2 * RADIUS}M{MIDDLE} {MIDDLE - RADIUS}v{2 * RADIUS}" class="ring" />
  <text x={MIDDLE} y="14" text-anchor="middle">facial</text>
  <text x={MIDDLE} y={SIZE - 4} text-anchor="middle">lingual</text>
  <text x={SIZE - 2} y={MIDDLE - 8} text-anchor="end">mesial</text>
  <text x="2" y={MIDDLE - 6}>distal</text>
  <text x={MIDDLE + (10 / RIM) * RADIUS + 3} y={MIDDLE + 13}>10°</text>
  <text x={MIDDLE + (20 / RIM) * RADIUS + 3} y={MIDDLE + 13}>20°</text>
  <rect x={place(planned).x - 5} y={place(planned).y - 5} width="10" height="10" class="planned" />
  <path d="M{place(best).x} {place(best).y - 7}l7 7l-7 7l-7 -7z" class="best" />
  <line x1={MIDDLE} y1={MIDDLE} x2={now.x} y2={now.y} class="way" />
  <circle cx={now.x} cy={now.y} r="9" class="now" />
</svg>
<p class="quiet text-center">□ the plan’s · ◇ leaves the worst wall leaning most</p>

<style>
  .ring {
    fill: none;
    stroke: var(--hairline);
  }
  .rim {
    stroke: var(--firm);
    fill: var(--paper);
    fill-opacity: 0.5;
  }
  text {
    font-size: 13px;
    fill: var(--soft);
  }
  .planned {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .best {
    fill: none;
    stroke: var(--done);
    stroke-width: 1.6;
  }
  .way {
    stroke: var(--plum);
    stroke-width: 1.4;
  }
  .now {
    fill: var(--plum);
    stroke: var(--leaf);
    stroke-width: 2;
    cursor: grab;
  }
</style>
