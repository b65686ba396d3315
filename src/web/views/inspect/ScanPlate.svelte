<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack } from 'svelte';
  import type { Schemas } from '../../api/client';
  import ScaleBar from '../../figures/ScaleBar.svelte';
  import MapScale from '../../parts/round/MapScale.svelte';
  import PathArrow from '../../parts/round/PathArrow.svelte';
  import type { Plate } from '../../parts/round/plate';
  import RoundCanvas from '../../parts/round/RoundCanvas.svelte';
  import { RoundState } from '../../parts/round/roundState.svelte';
  import SeenFrom from '../../parts/round/SeenFrom.svelte';
  import { dot, type Vec } from '../../scene/turntable';
  import type { Aside } from './asides';
  import FrameHandles from './FrameHandles.svelte';
  import FindingLabels from './FindingLabels.svelte';
  import type { InspectState, Tooth } from './inspectState.svelte';

  let { scanned, tooth, setId, aside }: { scanned: InspectState; tooth: Tooth; setId: string; aside: Aside } = $props();

  type Trial = Schemas['PathTrialView'];

  // Measured again it is the same tooth, seen from where it was.
  const code = $derived(tooth.tooth);
  const round = $derived.by(() => {
    const made = new RoundState(untrack(() => tooth.mesial) as unknown as Vec, code[1]! <= '3' ? 'facial' : 'mesial');
    made.map = made.scanned = true;
    made.elevation = 32;
    made.share = 0;
    made.present = 'outline';
    return made;
  });
  let plate = $state.raw<Plate>();
  let trial = $state.raw<Trial | null>(null);
  let wide = $state(0);
  let failed = $state('');

  /** What was put right makes another body: what was fetched before is another one's. */
  const put = $derived(encodeURIComponent(JSON.stringify(scanned.correction)));
  const finding = $derived(aside === 'finding' ? scanned.finding : null);
  const path = $derived((trial?.path ?? tooth.path) as unknown as Vec);
  const shown = $derived(plate?.scene.bodies);

  // What is chosen turns to the viewer.
  $effect(() => {
    void scanned.chosen;
    void round;
    if (finding) round.lookAlong(finding.outward as unknown as Vec);
  });

  // Another path hides other places; leaving it, the plan's own counts again.
  $effect(() => {
    if (aside !== 'path') trial = null;
  });
  $effect(() => {
    void shown;
    plate?.scene.hide(trial ? bytes(trial.hidden) : null);
  });

  export function faceFinding(): void {
    if (scanned.finding) round.lookAlong(scanned.finding.outward as unknown as Vec);
  }

  // A section opens the tooth; leaving it closes it again.
  $effect(() => {
    if (aside === 'section') return;
    round.through = false;
    round.share = 0;
    round.present = 'outline';
  });

  /** Opens the tooth at an upright plane: what lies on the side of its direction is taken away. */
  export function cutAt(azimuth: number, at: readonly number[]): void {
    if (!plate?.scene.bodies) return;
    const angle = (azimuth * Math.PI) / 180;
    const normal: Vec = [Math.cos(angle), Math.sin(angle), 0];
    const [low, high] = plate.engine.reachAlong(plate.scene.bodies, normal);
    round.cutAzimuth = azimuth;
    round.share = Math.min(1, Math.max(0, (high + 0.01 - dot(at as unknown as Vec, normal)) / (high - low + 0.02)));
    if (!round.through) {
      round.through = true;
      round.present = 'cut';
      round.lookAlong([normal[0], normal[1], 0.2]);
    }
  }

  /** Shows what another path meets. */
  export function showTrial(next: Trial): void {
    trial = next;
  }

  function bytes(text: string): Uint8Array {
    return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
  }
</script>

{#snippet overlay(on: Plate)}
  {@const { view } = on}
  {@const bar = view.scale > 90 ? 1 : view.scale > 55 ? 2 : 3}
  <svg
    width={view.width}
    height={view.height}
    viewBox="0 0 {view.width} {view.height}"
    class="pointer-events-none absolute inset-0 block"
    role="group"
    aria-label="What was cut, in the round"
  >
    <text x="22" y="34" class="title">{tooth.written}, as cut, against the plan</text>
    <text x="22" y="53" class="caption">
      {round.map ? 'coloured where the plan is missed by more than 0.1' : 'as scanned'}
    </text>
    <PathArrow plate={on} {path} over={1.2} long={1.6} words={trial ? 'this path' : 'path'} after />
    {#if aside === 'zones'}<FrameHandles {view} {tooth} />{/if}
    <g class="pointer-events-auto">
      {#if !round.through && aside !== 'zones'}<FindingLabels
          plate={on}
          {tooth}
          chosen={scanned.chosen}
          onpick={(i) => (scanned.chosen = i)}
        />{/if}
    </g>
    <ScaleBar x={view.width - bar * view.scale - 58} y={view.height - 8} scale={view.scale} length={bar} />
  </svg>
{/snippet}

<div class="relative min-h-0 flex-1" bind:clientWidth={wide}>
  <RoundCanvas
    address="/api/scans/{setId}/teeth/{tooth.tooth}/round.glb?put={put}"
    whole
    {round}
    label="The prepared tooth as it was scanned, coloured by what it lacks to the plan; drag, or shift and the arrow keys, turns it"
    room={{ x: wide < 600 ? 96 : 132, top: 70, bottom: 34 }}
    {overlay}
    bind:plate
    onfail={(why) => (failed = why)}
  />
  {#if scanned.busy}<p class="quiet absolute top-14 left-[22px]" role="status">measuring again …</p>{/if}
  {#if failed}<p class="quiet absolute bottom-2 left-5">{failed}</p>{/if}
</div>
<div class="flex flex-wrap items-end gap-x-4 gap-y-1.5 px-5 pb-2 text-[13px]">
  {#if round.map}<div><MapScale over="cut too much" short="too little" /></div>{/if}
  <div class="flex flex-wrap items-center gap-1">
    <SeenFrom {round} />
    <Button class="px-1.5" aria-pressed={round.map} onclick={() => (round.map = !round.map)}>Map</Button>
    <Button
      class="px-1.5"
      aria-pressed={round.present === 'cut'}
      onclick={() => {
        round.present = round.present === 'cut' ? 'outline' : 'cut';
        round.share = round.present === 'cut' ? 0.45 : 0;
      }}>As it was</Button
    >
  </div>
</div>

<style>
  .title {
    font: 400 21px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .title,
  .caption {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
</style>
