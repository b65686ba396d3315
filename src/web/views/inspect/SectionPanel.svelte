<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { mm } from '../../words/words';
  import IndexFigure from './IndexFigure.svelte';
  import { IndexState } from './indexState.svelte';
  import type { Tooth } from './inspectState.svelte';

  let {
    tooth,
    setId,
    onplane,
  }: { tooth: Tooth; setId: string; onplane: (azimuth: number, at: readonly number[]) => void } = $props();

  const index = $derived(new IndexState(setId, tooth.tooth));
  /** Which way the plane is square to: along the arch shows facial and lingual. */
  let turn = $state(0);
  /** From the tooth's middle, along that way. */
  let shift = $state(0);

  const toMesial = $derived(tooth.mesial[0]! > 0 ? 1 : -1);
  const middle = $derived.by(() => {
    const places = tooth.margin.length > 0 ? tooth.margin.map(({ at }) => at) : tooth.zones.map(({ at }) => at);
    return [0, 1, 2].map((axis) => places.reduce((sum, at) => sum + at[axis]!, 0) / places.length);
  });
  const azimuth = $derived(toMesial > 0 ? turn : 180 - turn);

  $effect(() => {
    const angle = (azimuth * Math.PI) / 180;
    const at = [middle[0]! + Math.cos(angle) * shift, middle[1]! + Math.sin(angle) * shift, middle[2]!];
    index.show(at, azimuth);
    onplane(azimuth, at);
  });

  const cuts = [
    { words: 'Facial–lingual', turn: 0 },
    { words: 'Mesial–distal', turn: 90 },
  ];
</script>

<p class="font-semibold">As a sectioned index shows it</p>
<div class="my-2 flex flex-wrap gap-1 text-[13px]" role="group" aria-label="Cut">
  {#each cuts as cut (cut.words)}
    <Button class="px-2" aria-pressed={turn === cut.turn} onclick={() => ((turn = cut.turn), (shift = 0))}
      >{cut.words}</Button
    >
  {/each}
</div>
<IndexFigure section={index.section} numbers />
<label class="mt-2 grid grid-cols-[4.5rem_1fr_3rem] items-center gap-2 text-[13px] text-soft">
  moved
  <input
    type="range"
    class="min-h-9"
    min="-5"
    max="5"
    step="0.1"
    bind:value={shift}
    aria-valuetext="{mm(shift)} mm from the middle"
  />
  <span class="measure text-[15px] text-ink">{mm(shift)}</span>
</label>
<label class="grid grid-cols-[4.5rem_1fr_3rem] items-center gap-2 text-[13px] text-soft">
  turned
  <input type="range" class="min-h-9" min="-90" max="90" step="5" bind:value={turn} aria-valuetext="{turn} degrees" />
  <span class="measure text-[15px] text-ink">{turn}°</span>
</label>
{#if index.section}
  <table class="mt-3 w-full text-[13px]">
    <thead class="text-soft"
      ><tr
        ><th class="text-left font-normal">gap at</th><th class="pl-3 text-right font-normal">cut</th><th
          class="pl-3 text-right font-normal">planned</th
        ></tr
      ></thead
    >
    <tbody>
      {#each index.section.gaps as gap (gap.words)}
        <tr class="border-t border-hairline">
          <td class="py-1">{gap.words}</td>
          <td class="measure pl-3 text-right text-[15px]">{mm(gap.depthMm)}</td>
          <td class="measure pl-3 text-right text-[15px] text-soft">{gap.plannedMm == null ? '' : mm(gap.plannedMm)}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
