<script lang="ts">
  import { along, toScreen, type Vec } from '../../scene/turntable';
  import type { Plate } from './plate';

  let {
    plate,
    path,
    over,
    long = 1.3,
    words = 'path',
    after = false,
  }: {
    plate: Plate;
    /** Direction of draw. */
    path: Vec;
    /** How far over the middle of what is cut it ends, millimetres. */
    over: number;
    long?: number;
    words?: string;
    /** Whether its words stand at the right of it. */
    after?: boolean;
  } = $props();

  /** Seen nearly from its end it tells nothing. */
  const SHORTEST = 24;

  const arrow = $derived.by(() => {
    const { view, scene } = plate;
    const geometry = scene.bodies?.prepared?.geometry;
    if (!geometry) return null;
    if (!geometry.boundingBox) geometry.computeBoundingBox();
    const { min, max } = geometry.boundingBox!;
    const foot: Vec = [(min.x + max.x) / 2, (min.y + max.y) / 2, max.z + over];
    const [to, from] = [toScreen(foot, view), toScreen(along(foot, path, long), view)];
    const length = Math.hypot(from.x - to.x, from.y - to.y);
    return length < SHORTEST ? null : { to, from, x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  });
</script>

{#if arrow}
  {@const { to, from, x, y } = arrow}
  <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
  <path
    d="M{to.x} {to.y}L{to.x - 7 * x - 4 * y} {to.y - 7 * y + 4 * x}L{to.x - 7 * x + 4 * y} {to.y - 7 * y - 4 * x}Z"
  />
  <text x={from.x + (after ? 8 : -7)} y={from.y + 9} text-anchor={after ? 'start' : 'end'}>{words}</text>
{/if}

<style>
  line {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  path,
  text {
    fill: var(--plum);
  }
  text {
    font-size: 13px;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
</style>
