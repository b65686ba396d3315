<script lang="ts">
  import { mm } from '../../words/words';
  import DoubtBar from './DoubtBar.svelte';
  import { headline, inkOf, ruleOf } from './findingInk';
  import IndexFigure from './IndexFigure.svelte';
  import { IndexState } from './indexState.svelte';
  import type { InspectState, Tooth } from './inspectState.svelte';

  let { scanned, tooth, setId }: { scanned: InspectState; tooth: Tooth; setId: string } = $props();

  const finding = $derived(scanned.finding);
  const index = $derived(new IndexState(setId, tooth.tooth));

  $effect(() => {
    if (finding) index.show(finding.at);
  });

  const parts = $derived(finding ? headline(finding) : { number: '', words: '' });
  const doubts = $derived(
    finding
      ? [
          ['Surface, noise of the scan', finding.doubt.surface],
          ['Fit to the surface before', finding.doubt.fit],
          ['Where the zone ends', finding.doubt.frame],
        ].filter((one): one is [string, number] => one[1] != null)
      : [],
  );
  const isMm = $derived(finding?.unit === 'mm');
  const told = (value: number) => (isMm ? mm(value) : `${value.toFixed(1)}°`);
</script>

{#if finding}
  <p class="font-semibold">{finding.where}</p>
  <p class="measure leading-none {inkOf(finding)}">
    {#if parts.number}<span class="text-[56px]">{parts.number}</span>{/if}
    <span class={parts.number ? 'text-[22px]' : 'text-[30px]'}>{isMm && parts.number ? 'mm ' : ''}{parts.words}</span>
  </p>
  {#if finding.beside}
    <p class="mt-2">
      {told(finding.beside.value)} of {told(finding.beside.planned)} planned · give or take {told(
        finding.doubt.together,
      )}
    </p>
    <DoubtBar
      beside={finding.beside}
      doubt={finding.doubt.together}
      unit={finding.unit}
      over={finding.verdict === 'over'}
    />
  {:else}
    <p class="mt-2">give or take {told(finding.doubt.together)}</p>
  {/if}
  <div class="mt-2"><IndexFigure section={index.section} reach={3.2} mark /></div>
  <p class="my-4 border-l-[3px] pl-3 {ruleOf(finding)}">
    {finding.instruction}
  </p>
  {#if doubts.length > 0}
    <table class="w-full text-[13px]">
      <tbody>
        {#each doubts as [name, value] (name)}
          <tr class="border-t border-hairline"
            ><td class="py-1">{name}</td><td class="measure text-right text-[15px]">± {value.toFixed(2)}</td></tr
          >
        {/each}
        <tr class="border-y border-hairline"
          ><td class="py-1">Together</td><td class="measure text-right text-[15px]"
            >± {finding.doubt.together.toFixed(2)}</td
          ></tr
        >
      </tbody>
    </table>
  {/if}
{:else}
  <p class="measure text-[30px] leading-tight text-done">Nothing to correct</p>
  <p class="mt-2">
    All that was measured of {tooth.written} is as planned. The zones with their numbers stand under “Zones”.
  </p>
{/if}
{#if tooth.findings.length > 0}
  <p class="quiet mt-4">
    Finding {scanned.chosen + 1} of {tooth.findings.length}; the maker’s instructions and your own judgement come first.
  </p>
{/if}
