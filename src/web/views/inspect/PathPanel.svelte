<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import { mm } from '../../words/words';
  import type { InspectState, Tooth } from './inspectState.svelte';
  import PathBall from './PathBall.svelte';

  let {
    scanned,
    tooth,
    setId,
    ontrial,
  }: {
    scanned: InspectState;
    tooth: Tooth;
    setId: string;
    ontrial: (trial: Schemas['PathTrialView']) => void;
  } = $props();

  let path = $state.raw<readonly number[]>([0, 0, 1]);
  let trial = $state.raw<Schemas['PathTrialView'] | null>(null);
  let asking = false;
  let next: readonly number[] | null = null;

  // Another tooth begins at its own path.
  $effect(() => {
    choose(tooth.path);
  });

  function choose(way: readonly number[]) {
    path = way;
    next = way;
    if (!asking) void ask();
  }

  /** The newest wish alone waits. */
  async function ask() {
    asking = true;
    while (next) {
      const body = { path: [...next] };
      next = null;
      const params = { path: { id: setId, tooth: tooth.tooth } };
      const found = await answer(api.POST('/api/scans/{id}/teeth/{tooth}/path', { params, body })).catch(() => null);
      if (found) {
        trial = found;
        ontrial(found);
      }
    }
    asking = false;
  }

  const shared = $derived(scanned.whole?.shared ?? null);
</script>

<p class="font-semibold">Path of insertion</p>
<PathBall {path} planned={tooth.path} best={tooth.bestPath} mesial={tooth.mesial} onchoose={choose} />
<div class="flex flex-wrap gap-1 text-[13px]">
  <Button class="px-2" onclick={() => choose(tooth.path)}>The plan’s</Button>
  <Button class="px-2" onclick={() => choose(tooth.bestPath)}>The best one</Button>
</div>
{#if trial}
  <p class="measure mt-3 leading-none {trial.undercutMm > 0.05 ? 'text-plum' : 'text-done'}">
    <span class="text-[44px]">{mm(Math.round(trial.undercutMm * 20) / 20)}</span>
    <span class="text-[20px]">mm undercut</span>
  </p>
  <p class="mt-1">
    {#if trial.undercutMm > 0.05}
      in the {trial.undercutSide} wall, {trial.areaMm2.toFixed(1)} mm² of it, {trial.volumeMm3.toFixed(1)} mm³
    {:else}
      nothing of the cut lies in shadow
    {/if}
  </p>
  <table class="mt-3 w-full text-[13px]">
    <tbody>
      <tr class="border-t border-hairline"
        ><td class="py-1">From the plan’s path</td><td class="measure text-right text-[15px]"
          >{trial.offDeg.toFixed(1)}°</td
        ></tr
      >
      <tr class="border-y border-hairline"
        ><td class="py-1">{scanned.teeth.length > 1 ? 'Worst wall of all teeth' : 'Worst wall'}, {trial.leastSide}</td
        ><td class="measure text-right text-[15px]">{trial.leastWallDeg.toFixed(1)}°</td></tr
      >
    </tbody>
  </table>
{/if}
{#if shared}
  <p class="mt-4 font-semibold">One path for {scanned.teeth.map((one) => one.written).join(' and ')}</p>
  <p class="mt-1">Along the best common path the worst wall leans {shared.leastWallDeg.toFixed(1)}°.</p>
  {#if shared.relief.length > 0}
    <p class="mt-2">The least cutting with which every wall leans {shared.leanAskedDeg}°:</p>
    <ul class="mt-1">
      {#each shared.relief as one (one.tooth + one.side)}
        <li class="border-t border-hairline py-1">
          <span class="measure text-[17px]">{mm(one.depthMm)}</span> off the top of the {one.side} wall of {one.tooth}
          <span class="text-soft">({one.volumeMm3.toFixed(1)} mm³)</span>
        </li>
      {/each}
    </ul>
  {:else}
    <p class="mt-2 text-done">No wall has to be cut for it.</p>
  {/if}
{/if}
<p class="quiet mt-4">
  Drag on the disc, or use the arrow keys on it; what is hidden along the path is ruled in plum on the tooth.
</p>
