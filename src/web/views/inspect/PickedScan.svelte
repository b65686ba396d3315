<script lang="ts">
  import type { Plate } from '../../parts/round/plate';
  import RoundCanvas from '../../parts/round/RoundCanvas.svelte';
  import { RoundState } from '../../parts/round/roundState.svelte';
  import { toScreen, type Vec } from '../../scene/turntable';

  let {
    setId,
    part,
    places,
    isNext,
    onpick,
  }: {
    setId: string;
    part: 'before' | 'after';
    places: readonly Vec[];
    isNext: boolean;
    onpick: (at: Vec) => void;
  } = $props();

  // Seen from above, where cusps and pits are.
  const round = new RoundState([1, 0, 0], 'facial');
  round.scanned = true;
  round.elevation = 72;
  round.share = 0;
  round.present = 'outline';
  let plate = $state.raw<Plate>();
  const label = $derived(
    `The scan ${part} by itself: point at a place, or turn it with shift and the arrow keys and press Enter ` +
      'for what lies in the middle',
  );
  let aimed = $state(false);

  function pick({ x, y }: { x: number; y: number }, { engine, scene, look, view }: Plate) {
    const found = scene.bodies && engine.probe(scene.bodies, look, [0, 0, 1], x, y, view);
    if (found) onpick(found.at);
  }

  /** By keys the middle is aimed at: the arrows with shift turn what lies there. */
  function key(event: KeyboardEvent) {
    if (event.key !== 'Enter' || !plate) return;
    event.preventDefault();
    pick({ x: plate.view.width / 2, y: plate.view.height / 2 }, plate);
  }
</script>

{#snippet overlay({ view }: Plate)}
  <svg
    width={view.width}
    height={view.height}
    viewBox="0 0 {view.width} {view.height}"
    class="pointer-events-none absolute inset-0 block"
    role="group"
    aria-label="Places picked on the scan {part}"
  >
    {#if aimed}
      <path d="M{view.width / 2 - 9} {view.height / 2}h18M{view.width / 2} {view.height / 2 - 9}v18" class="aim" />
    {/if}
    {#each places as at, i (i)}
      {@const { x, y } = toScreen(at, view)}
      <circle cx={x} cy={y} r="4" class="place" />
      <text x={x + 9} y={y + 5} class="number">{i + 1}</text>
    {/each}
  </svg>
{/snippet}

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="relative min-h-0 bg-paper {isNext ? 'outline-2 outline-offset-[-2px] outline-plum' : ''}"
  onkeydown={key}
  onfocusin={({ target }) => (aimed = (target as Element).matches(':focus-visible'))}
  onfocusout={() => (aimed = false)}
>
  <h3 class="absolute top-3 left-[22px] z-10 text-[19px]">{part}</h3>
  <RoundCanvas
    address="/api/scans/{setId}/parts/{part}/round.glb"
    whole
    {round}
    {label}
    room={{ x: 24, top: 48, bottom: 24 }}
    onpick={pick}
    {overlay}
    bind:plate
  />
</div>

<style>
  .aim {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  .place {
    fill: var(--plum);
    stroke: var(--paper);
    stroke-width: 2;
  }
  .number {
    font: 600 15px var(--font-plate);
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
</style>
