<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, type Schemas, type Unit } from '../api/client';
  import ScaleBar from '../figures/ScaleBar.svelte';
  import { attempt } from './notices.svelte';
  import type { Plate } from './round/plate';
  import RoundCanvas from './round/RoundCanvas.svelte';
  import { RoundState } from './round/roundState.svelte';
  import SeenFrom from './round/SeenFrom.svelte';
  import { along, toScreen, type Vec } from '../scene/turntable';

  let { units, shown = false }: { units: readonly Unit[]; shown?: boolean } = $props();

  // svelte-ignore state_referenced_locally
  let open = $state(shown);
  let marks = $state.raw<Schemas['BridgeRoundView']>();
  let round = $state.raw<RoundState>();
  const id = $derived(units[0]!.id);
  // Any change of any unit is another bridge.
  const versions = $derived(units.map((unit) => unit.version).join('-'));
  const path = $derived(marks?.path as Vec | undefined);

  $effect(() => {
    void versions;
    if (!open) return;
    void attempt(bring(id));
  });

  async function bring(asked: string) {
    const found = await answer(api.GET('/api/units/{id}/bridge', { params: { path: { id: asked } } }));
    marks = found;
    if (round) return;
    round = new RoundState(found.mesial as unknown as Vec, 'facial');
    round.share = 0.55;
  }
</script>

{#snippet overlay(on: Plate)}
  {@const { view } = on}
  <svg width={view.width} height={view.height} class="pointer-events-none absolute inset-0 block" aria-hidden="true">
    {#each marks?.units ?? [] as unit (unit.id)}
      {@const foot = along(unit.top as unknown as Vec, path!, 0.5)}
      {@const [to, from] = [toScreen(foot, view), toScreen(along(foot, path!, 1.6), view)]}
      {#if unit.isAbutment}
        <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} class="path" />
        <circle cx={to.x} cy={to.y} r="2.4" class="knot" />
      {/if}
      <text x={from.x} y={from.y - 8} text-anchor="middle" class="number">{unit.written}</text>
    {/each}
    <ScaleBar x={view.width - 5 * view.scale - 58} y={view.height - 8} scale={view.scale} />
  </svg>
{/snippet}

{#if !shown}
  <Button class="mt-3" aria-pressed={open} onclick={() => (open = !open)}>In the round</Button>
{/if}
{#if open && round}
  {@const current = round}
  <figure aria-label="The bridge in the round">
    <div class="relative mt-2 h-[380px] border-y border-hairline">
      <RoundCanvas
        address="/api/units/{id}/bodies/bridge.glb?version={versions}"
        round={current}
        label="The bridge's abutments along one path, in the round; drag, or shift and the arrow keys, turns them"
        room={{ x: 40, top: 88, bottom: 44 }}
        {overlay}
      />
    </div>
    <figcaption class="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px] text-soft">
      <SeenFrom round={current} sides={['facial', 'lingual', 'above']} />
      <label class="flex items-center gap-2">
        peel
        <input type="range" min="0" max="1" step="0.01" bind:value={current.share} class="w-28" />
      </label>
      as in an average arch, abutments turned onto the shared path; the pontic whole
    </figcaption>
  </figure>
{/if}

<style>
  .path {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  .knot {
    fill: var(--plum);
  }
  .number {
    font: 400 21px var(--font-plate);
    fill: var(--number);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
</style>
