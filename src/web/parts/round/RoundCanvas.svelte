<script lang="ts">
  import { onMount, type Snippet, untrack } from 'svelte';
  import type * as Engine from '../../scene/roundScene';
  import { chairPalette, paperPalette } from '../../scene/palettes';
  import { along, axes, type View } from '../../scene/turntable';
  import { notices } from '../notices.svelte';
  import { shared } from '../shared.svelte';
  import { bring, fine } from './brought';
  import type { Plate } from './plate';
  import type { RoundState } from './roundState.svelte';
  import { turning } from './turning';

  let {
    address,
    body,
    whole = false,
    around,
    round,
    label,
    room = { x: 136, top: 84, bottom: 30 },
    beside = 0,
    ground = 'paper',
    overlay,
    onpoint,
    onpick,
    onfail,
    plate = $bindable(),
  }: {
    /** Where the bodies come from; the same with ?quality=fine gives them in full. */
    address: string;
    /** What is sent along, where the address alone doesn't say it. */
    body?: object | undefined;
    /** Whether it comes in full at once, with nothing finer to follow. */
    whole?: boolean;
    /** Where the teeth round it come from, when they are to be drawn. */
    around?: string | undefined;
    round: RoundState;
    label: string;
    /** What is kept free round the body for words; pixels. */
    room?: { x: number; top: number; bottom: number };
    /** Pixels at the right that something else stands on. */
    beside?: number;
    /** What it stands on. */
    ground?: 'paper' | 'leaf';
    overlay?: Snippet<[Plate]>;
    /** Told what is pointed at; null when the pointer leaves. */
    onpoint?: (at: { x: number; y: number } | null, plate: Plate) => void;
    onpick?: (at: { x: number; y: number }, plate: Plate) => void;
    /** Told, in a sentence, where the browser can't draw it. */
    onfail?: (why: string) => void;
    plate?: Plate;
  } = $props();

  let canvas = $state<HTMLCanvasElement>();
  let width = $state(0);
  let height = $state(0);
  let engine = $state.raw<typeof Engine>();
  let scene = $state.raw<Engine.RoundScene>();
  let failed = $state('');
  let waiting = $state(false);
  /** Whether the bodies in full are still being made, and it takes a while. */
  let refining = $state(false);
  /** Pictures drawn: none while nothing moves. */
  let pictures = $state(0);
  /** Counts the bodies shown: what follows from them is worked out again. */
  let shown = $state(0);

  function fail(why: string) {
    failed = why;
    onfail?.(why);
  }

  onMount(() => {
    let closed = false;
    // The engine's library is large; it comes when it is first wanted.
    import('../../scene/roundScene')
      .then((loaded) => {
        if (closed || !canvas) return;
        try {
          scene = new loaded.RoundScene(canvas, () => pictures++);
          engine = loaded;
        } catch {
          fail('This browser draws nothing in the round (WebGL is missing or switched off).');
        }
      })
      .catch(() => {
        if (!closed) fail('What draws in the round could not be fetched.');
      });
    return () => {
      closed = true;
      scene?.close();
      scene = undefined;
    };
  });

  $effect(() => {
    const [from, sent] = [address, body];
    if (!scene) return;
    const drawn = scene;
    const stop = new AbortController();
    const patience = setTimeout(() => (waiting = true), 250);
    let longer = 0;
    const settle = () => {
      clearTimeout(patience);
      clearTimeout(longer);
      waiting = refining = false;
    };
    const show = async (at: string) => {
      const file = await bring(at, stop.signal, sent);
      if (stop.signal.aborted) return;
      await drawn.show(file);
      shown++;
      settle();
    };
    void show(from)
      .then(() => {
        if (whole) return;
        longer = window.setTimeout(() => (refining = true), 900);
        return show(fine(from));
      })
      .catch((error: unknown) => {
        if (!stop.signal.aborted && error instanceof Error)
          notices.say('The bodies could not be fetched; the numbers beside them stand.');
      })
      .finally(settle);
    return () => {
      stop.abort();
      settle();
    };
  });

  $effect(() => {
    const from = around;
    if (!scene) return;
    const drawn = scene;
    const stop = new AbortController();
    if (!from) void drawn.around();
    else
      void bring(from, stop.signal)
        .then((file) => (stop.signal.aborted ? undefined : drawn.around(file)))
        .catch(() => {
          if (!stop.signal.aborted) notices.say('The teeth round it could not be fetched.');
        });
    return () => stop.abort();
  });

  const reach = $derived.by(() => {
    void shown;
    const bodies = scene?.bodies;
    if (!engine || !scene || !bodies) return null;
    const along = (x: number, y: number, z: number) => engine!.reachAlong(bodies, [x, y, z]);
    return { bodies, x: along(1, 0, 0), y: along(0, 1, 0), z: along(0, 0, 1), foot: scene.foot };
  });

  const view = $derived.by((): View | null => {
    if (!reach || width < 1 || height < 1) return null;
    const { x, y, z, foot } = reach;
    // Of the root a little counts: it fades out.
    const [low, high] = [foot - 1.3, z[1] + 0.3];
    const across = Math.hypot(x[1] - x[0], y[1] - y[0]) * 0.92;
    // On a narrow plate the words give way to what stands beside.
    const words = beside === 0 ? room.x : width < 700 ? 30 : 84;
    const fit = Math.min((width - beside - 2 * words) / across, (height - room.top - room.bottom) / (high - low));
    const lift = (room.bottom - room.top) / 2 / fit;
    const seen: View = {
      azimuth: round.azimuth,
      elevation: round.elevation,
      hanging: round.hanging,
      // With its neighbours it stands a little farther away.
      scale: fit * round.zoom * (around ? 0.78 : 1),
      centre: [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (low + high) / 2 - lift * (round.hanging ? -1 : 1)],
      width,
      height,
    };
    return { ...seen, centre: along(seen.centre, axes(seen).right, beside / 2 / seen.scale) };
  });

  const look = $derived.by((): Engine.Look | null => {
    if (!engine || !reach) return null;
    const [low, high] = engine.reachAlong(reach.bodies, round.cutNormal);
    const distance = high + 0.01 - round.share * (high - low + 0.02);
    const { present, through, map, scanned } = round;
    return { present, through, map, scanned, cut: { normal: round.cutNormal, distance } };
  });

  const standing = $derived(engine && scene && view && look ? { engine, scene, view, look } : undefined);
  $effect(() => {
    plate = standing;
  });

  $effect(() => {
    const palette = shared.theme === 'chair' ? chairPalette : paperPalette;
    scene?.paint({ ...palette, paper: palette[ground] });
  });
  $effect(() => {
    if (look) scene?.look(look);
  });
  $effect(() => {
    if (view) scene?.turn(view);
  });

  function at(event: MouseEvent) {
    const box = canvas!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }
</script>

<div class="absolute inset-0" bind:clientWidth={width} bind:clientHeight={height}>
  <canvas
    bind:this={canvas}
    class="block h-full w-full touch-none outline-offset-[-3px]"
    tabindex="0"
    aria-label={label}
    data-bodies={shown}
    data-pictures={pictures}
    {@attach turning({
      turn: (across, down) => round.turn(across, down),
      zoom: (by) => (round.zoom = Math.min(6, Math.max(0.6, round.zoom * by))),
      peel: (steps) => round.peel(steps),
      tap: (event) => standing && onpick?.(at(event), standing),
      point: (event) => untrack(() => standing && onpoint?.(event && at(event), standing)),
    })}
  ></canvas>
  {#if standing}{@render overlay?.(standing)}{/if}
  {#if failed}<p class="absolute inset-x-0 top-1/3 text-center text-soft">{failed}</p>{/if}
  {#if refining}<p class="quiet pointer-events-none absolute top-14 left-5" role="status">finer lines follow …</p>{/if}
  {#if waiting}<p class="quiet absolute inset-x-0 top-1/2 text-center" role="status">drawing …</p>{/if}
</div>
