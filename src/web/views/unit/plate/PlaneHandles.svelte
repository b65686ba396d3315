<script lang="ts">
  import type { Plate } from '../../../parts/round/plate';
  import type { RoundState } from '../../../parts/round/roundState.svelte';
  import { along, axes, dot, toScreen, type Vec } from '../../../scene/turntable';

  let { plate, round }: { plate: Plate; round: RoundState } = $props();

  const PAST = 0.7;

  /** The plane's frame: a little larger than the tooth. */
  const frame = $derived.by(() => {
    const { engine, scene, look, view } = plate;
    const { bodies } = scene;
    if (!bodies) return null;
    const { normal, distance } = look.cut;
    const side: Vec = [-normal[1], normal[0], 0];
    const [near, far] = engine.reachAlong(bodies, side);
    const [, top] = engine.reachAlong(bodies, [0, 0, 1]);
    const corner = (across: number, up: number) =>
      toScreen(along(along([0, 0, up], normal, distance), side, across), view);
    const [low, high] = [scene.foot - 0.6, top + PAST];
    return {
      corners: [corner(near - PAST, low), corner(far + PAST, low), corner(far + PAST, high), corner(near - PAST, high)],
      move: corner((near + far) / 2, high),
      // The corner at the left: the section stands at the right.
      turn: [corner(far + PAST, high), corner(near - PAST, high)].toSorted((a, b) => a.x - b.x)[0]!,
      reach: engine.reachAlong(bodies, normal),
    };
  });

  /** How a step along the plane's normal shows: pixels to the right and down. */
  const step = $derived.by(() => {
    const { right, up } = axes(plate.view);
    const { normal } = plate.look.cut;
    return { x: dot(normal, right) * plate.view.scale, y: -dot(normal, up) * plate.view.scale };
  });

  function drag(event: PointerEvent & { currentTarget: SVGElement }, moved: (across: number, down: number) => void) {
    event.preventDefault();
    event.stopPropagation();
    const handle = event.currentTarget;
    handle.setPointerCapture(event.pointerId);
    let last = { x: event.clientX, y: event.clientY };
    const move = (now: PointerEvent) => {
      moved(now.clientX - last.x, now.clientY - last.y);
      last = { x: now.clientX, y: now.clientY };
    };
    const end = () => {
      handle.removeEventListener('pointermove', move);
      handle.removeEventListener('pointerup', end);
      handle.removeEventListener('pointercancel', end);
    };
    handle.addEventListener('pointermove', move);
    handle.addEventListener('pointerup', end);
    handle.addEventListener('pointercancel', end);
  }

  // Seen face on, the plane's own way doesn't show: drawing down then takes off more.
  function slide(across: number, down: number) {
    if (!frame) return;
    const [low, high] = frame.reach;
    const long = step.x * step.x + step.y * step.y;
    const flat = long < (0.25 * plate.view.scale) ** 2;
    const by = flat ? -down / plate.view.scale : (across * step.x + down * step.y) / long;
    round.share = Math.min(1, Math.max(0, round.share - by / (high - low)));
  }

  function swing(across: number) {
    round.cutAzimuth = (round.cutAzimuth + across * 0.5 + 360) % 360;
  }
</script>

{#if frame}
  <path d="M{frame.corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z" class="frame" />
  <g
    class="handle"
    role="slider"
    tabindex="0"
    aria-label="Move the section"
    aria-valuenow={Math.round(round.share * 100)}
    aria-valuemin="0"
    aria-valuemax="100"
    onpointerdown={(event) => drag(event, slide)}
    onkeydown={(event) => {
      if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
      event.preventDefault();
      event.stopPropagation();
      round.share = Math.min(1, Math.max(0, round.share + (event.key === 'ArrowDown' ? 0.02 : -0.02)));
    }}
  >
    <circle cx={frame.move.x} cy={frame.move.y} r="20" fill="transparent" />
    <path
      d="M{frame.move.x} {frame.move.y - 8}L{frame.move.x + 7} {frame.move.y}L{frame.move.x} {frame.move.y + 8}L{frame
        .move.x - 7} {frame.move.y}Z"
      class="knob"
    />
  </g>
  <g
    class="handle"
    role="slider"
    tabindex="0"
    aria-label="Turn the section"
    aria-valuenow={Math.round(round.cutAzimuth)}
    aria-valuemin="0"
    aria-valuemax="360"
    onpointerdown={(event) => drag(event, swing)}
    onkeydown={(event) => {
      if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
      event.preventDefault();
      event.stopPropagation();
      swing(event.key === 'ArrowRight' ? 6 : -6);
    }}
  >
    <circle cx={frame.turn.x} cy={frame.turn.y} r="20" fill="transparent" />
    <circle cx={frame.turn.x} cy={frame.turn.y} r="6" class="knob" />
  </g>
{/if}

<style>
  .frame {
    fill: none;
    stroke: var(--plum);
    stroke-width: 0.9;
  }
  .knob {
    fill: var(--paper);
    stroke: var(--plum);
    stroke-width: 1.6;
  }
  .handle {
    cursor: grab;
    touch-action: none;
  }
  .handle:focus-visible {
    outline: none;
  }
  .handle:focus-visible .knob {
    fill: var(--plum);
  }
</style>
