<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { mm, plain, upperFirst } from '../../words/words';
  import { line } from '../../parts/theme';
  import FramePanel from './FramePanel.svelte';
  import type { InspectState, Tooth } from './inspectState.svelte';
  import { shelfGroups } from './shelfGroups';

  let { scanned, tooth, onprint }: { scanned: InspectState; tooth: Tooth; onprint: () => void } = $props();

  const states = { pass: '✓', fail: '✗', 'cant-tell': '?' } as const;
  const said = { pass: 'pass', fail: 'fails', 'cant-tell': 'can’t tell' } as const;
  const state = (name: string) => name as keyof typeof states;
  const files = $derived(`/api/scans/${scanned.setId}/teeth/${tooth.tooth}`);
  const figures = $derived(tooth.document);
</script>

<p class="font-semibold">Five points before the impression</p>
<dl class="mt-1 text-[13px]">
  {#each tooth.points as point (point.point)}
    <div class="grid grid-cols-[1.2rem_6.5rem_1fr] gap-1 border-t border-hairline py-1">
      <dt class="contents">
        <span
          class={point.state === 'pass' ? 'text-done' : point.state === 'fail' ? 'text-critical' : 'text-soft'}
          aria-label={said[state(point.state)]}>{states[state(point.state)]}</span
        >
        <span>{upperFirst(plain(point.point))}</span>
      </dt>
      <dd class="text-soft">{point.measured}</dd>
    </div>
  {/each}
</dl>

<table class="mt-4 w-full text-[13px]">
  <thead class="text-soft">
    <tr>
      <th class="text-left font-normal">zone</th><th class="pl-3 text-right font-normal">cut</th><th
        class="text-right font-normal">plan</th
      >
      <th class="pl-3 text-right font-normal">±</th>
    </tr>
  </thead>
  <tbody>
    {#each tooth.zones as zone (zone.zone)}
      <tr class="border-t border-hairline">
        <td class="py-1">
          {zone.words}
          {#if zone.hand}<span class="block text-soft {zone.handDisagrees ? 'text-critical!' : ''}"
              >by hand {zone.hand}{zone.handDisagrees ? ': they disagree' : ''}</span
            >{/if}
        </td>
        <td
          class="measure pl-3 text-right align-top text-[15px] {zone.isWithin
            ? ''
            : zone.cutMm < zone.plannedMm
              ? 'text-short'
              : 'text-over'}">{mm(zone.cutMm)}</td
        >
        <td class="measure pl-3 text-right align-top text-[15px] text-soft">{mm(zone.plannedMm)}</td>
        <td class="measure pl-3 text-right align-top text-[15px] text-soft">{zone.doubtMm.toFixed(2)}</td>
      </tr>
    {/each}
  </tbody>
</table>

<table class="mt-4 w-full text-[13px]">
  <tbody>
    {#each figures.sides ?? [] as side (side.side)}
      <tr class="border-t border-hairline"
        ><td class="py-1">{upperFirst(side.side)} wall</td><td class="measure text-right text-[15px]"
          >{side.leanDeg == null
            ? 'no straight wall'
            : `${side.leanDeg.toFixed(1)}° ± ${side.uncertaintyDeg.toFixed(1)}`}</td
        ></tr
      >
    {/each}
    {#each figures.walls as pair (pair.pair)}
      <tr class="border-t border-hairline"
        ><td class="py-1">Convergence, {pair.pair}</td><td class="measure text-right text-[15px]"
          >{pair.tocDeg.toFixed(1)}°</td
        ></tr
      >
    {/each}
    {#each shelfGroups(figures.margin?.segments ?? []) as { design, planned, where } (where)}
      <tr class="border-t border-hairline"
        ><td class="py-1">Finish line, {where}</td><td class="text-right"
          >{plain(design)}{#if design !== planned}<span class="block text-over">planned {plain(planned)}</span>{/if}</td
        ></tr
      >
    {/each}
    {#each figures.veneer?.sides ?? [] as end (end.side)}
      <tr class="border-t border-hairline"
        ><td class="py-1">Line on the {end.side}</td><td class="text-right"
          >{end.beforeContactMm < 0 ? 'through the contact, ' : ''}<span class="measure text-[15px]"
            >{mm(Math.round(Math.abs(end.beforeContactMm) * 20) / 20)}</span
          >
          {end.beforeContactMm < 0 ? 'behind it' : 'before the contact'}{#if end.neighbourOverMm > 0}<span
              class="block text-over"
              >neighbour in the way by <span class="measure text-[15px]">{mm(end.neighbourOverMm)}</span></span
            >{/if}</td
        ></tr
      >
    {/each}
    {#if figures.veneer?.edgeWaversMm != null}
      <tr class="border-t border-hairline"
        ><td class="py-1">Line along the edge wavers by</td><td class="measure text-right text-[15px]"
          >{figures.veneer.edgeWaversMm.toFixed(2)}</td
        ></tr
      >
    {/if}
    {#if figures.cavity}
      {@const { isthmusMm, isthmusPlannedMm, facialOpensDeg, lingualOpensDeg, boxes } = figures.cavity}
      {#if isthmusMm != null}
        <tr class="border-t border-hairline"
          ><td class="py-1">Isthmus at the floor</td><td class="measure text-right text-[15px]"
            >{mm(Math.round(isthmusMm * 20) / 20)} of {mm(isthmusPlannedMm ?? 0)}</td
          ></tr
        >
      {/if}
      {#each [['facial', facialOpensDeg], ['lingual', lingualOpensDeg]] as const as [side, opens] (side)}
        {#if opens != null}
          <tr class="border-t border-hairline"
            ><td class="py-1">{upperFirst(side)} wall opens</td><td class="measure text-right text-[15px]"
              >{opens.toFixed(1)}°</td
            ></tr
          >
        {/if}
      {/each}
      {#each boxes as box (box.side)}
        <tr class="border-t border-hairline"
          ><td class="py-1">Floor of the {box.side} box, wide</td><td class="measure text-right text-[15px]"
            >{mm(Math.round(box.floorMm * 20) / 20)}</td
          ></tr
        >
      {/each}
    {/if}
    {#each figures.enamel ?? [] as third (third.zone)}
      <tr class="border-t border-hairline"
        ><td class="py-1">Enamel left, {plain(third.zone)}</td><td class="measure text-right text-[15px]"
          >{mm(Math.round(third.leftMm * 20) / 20)} of {mm(third.averageMm)}</td
        ></tr
      >
    {/each}
    {#if (figures.enamel ?? []).length > 0}
      <tr><td class="pb-1 text-soft" colspan="2">of an average tooth’s enamel, never this one’s</td></tr>
    {/if}
    {#each figures.gaps ?? [] as gap (gap.side)}
      <tr class="border-t border-hairline"
        ><td class="py-1">Gap, {gap.side} neighbour</td><td class="measure text-right text-[15px]"
          >{mm(Math.round(gap.gapMm * 20) / 20)}</td
        ></tr
      >
    {/each}
    <tr class="border-y border-hairline"
      ><td class="py-1">Removed</td><td class="measure text-right text-[15px]"
        >{figures.depth.removedVolumeMm3.toFixed(0)} mm³</td
      ></tr
    >
  </tbody>
</table>

<FramePanel {scanned} />

<div class="mt-4 flex flex-wrap gap-x-4 gap-y-1">
  <Button onclick={() => void scanned.enterReadings()}>Enter as readings</Button>
  <Button onclick={onprint}>Print the page</Button>
</div>
<p class="mt-3 flex flex-wrap gap-x-4 text-[13px]">
  <a class={line} href="{files}/values.csv" download>CSV</a>
  <a class={line} href="{files}/values.json" download="{tooth.tooth}-measured.json">JSON</a>
  <a class={line} href="{files}/depth.ply" download>PLY with depth</a>
</p>
{#each scanned.whole?.told ?? [] as sentence (sentence)}
  <p class="quiet mt-2">{sentence}</p>
{/each}
<p class="quiet mt-2">
  Scans laid together to ± {(figures.registration?.noiseMm ?? 0).toFixed(3)} mm; the average form lies {mm(
    Math.round((figures.frame?.rmsMm ?? 0) * 100) / 100,
  )} off this crown.
</p>
