<script lang="ts">
  import type { Unit } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { lowerFirst } from '../../words/words';
  import { time } from '../../words/times';
  import type { InspectState } from './inspectState.svelte';
  import { inkOf } from './findingInk';

  let {
    scanned,
    unit,
    onpick,
    onother,
  }: { scanned: InspectState; unit: Unit; onpick: () => void; onother: () => void } = $props();

  const tooth = $derived(scanned.tooth);
  const within = $derived(tooth?.zones.filter((zone) => zone.isWithin).length ?? 0);
  let list = $state<HTMLOListElement>();

  // The chosen one is in sight.
  $effect(() => {
    list?.children[scanned.chosen]?.scrollIntoView({ block: 'nearest' });
  });
</script>

<section class="flex min-h-0 flex-col border-r border-hairline px-[18px] pt-4" aria-label="Findings">
  <p class="quiet">
    <a href="/case/{unit.case.id}" class="underline decoration-firm">case {unit.case.number}</a>
    {#if scanned.set}· {time(new Date(scanned.set.at))}{/if}
  </p>
  <p class="mt-1 font-plate text-[21px] leading-tight">
    {tooth ? `${tooth.written} ${tooth.what.split(',')[0]}` : unit.written}
  </p>
  {#if scanned.set?.simulated}
    <p class="mt-1 text-[13px] font-semibold text-plum">Simulated scan, no mouth</p>
  {/if}
  {#if scanned.teeth.length > 1}
    <div class="mt-2 flex flex-wrap gap-1" role="group" aria-label="Tooth">
      {#each scanned.teeth as one (one.tooth)}
        <button
          class="min-h-9 min-w-11 rounded-full border border-firm px-2 {one === tooth
            ? 'bg-ink text-paper'
            : 'bg-leaf'}"
          aria-pressed={one === tooth}
          onclick={() => {
            scanned.toothCode = one.tooth;
            scanned.chosen = 0;
          }}>{one.written}</button
        >
      {/each}
    </div>
  {/if}
  {#if tooth}
    <h2 class="mt-4 mb-2 font-text text-[15px] font-semibold">
      {tooth.findings.length > 0 ? 'What to do first' : 'Nothing to correct'}
    </h2>
    <ol bind:this={list} class="-mx-[18px] min-h-0 flex-1 overflow-y-auto">
      {#each tooth.findings as finding, i (i)}
        {@const chosen = i === scanned.chosen}
        <li class="mx-[18px] border-t border-hairline">
          <button
            class="-ml-[18px] block w-[calc(100%+18px)] border-l-[3px] py-2 pl-[15px] text-left {chosen
              ? 'border-plum'
              : 'border-transparent'}"
            aria-current={chosen ? 'true' : undefined}
            onclick={() => {
              scanned.chosen = i;
              onpick();
            }}
          >
            <span class="measure block text-[20px] leading-tight {inkOf(finding)}">{lowerFirst(finding.headline)}</span>
            <span class="block text-[13px]">{lowerFirst(finding.where)}</span>
          </button>
        </li>
      {/each}
      <li class="mx-[18px] border-t border-b border-hairline py-2">
        <span class="measure block text-[20px] leading-tight text-done">{within} of {tooth.zones.length}</span>
        <span class="block text-[13px]">zones as planned</span>
      </li>
    </ol>
  {:else}
    <div class="flex-1"></div>
  {/if}
  <div class="flex flex-col items-start gap-1 py-3 text-[13px]">
    {#if scanned.set}
      {@const sets = scanned.scans?.sets ?? []}
      {#if sets.length > 1}
        <label class="quiet flex items-center gap-2">
          scans
          <select
            class="min-h-9 max-w-40 rounded border border-firm bg-paper px-1 text-ink"
            value={scanned.setId}
            onchange={(event) => scanned.look(event.currentTarget.value)}
          >
            {#each sets as set (set.id)}
              <option value={set.id}>{time(new Date(set.at))} {set.after.name}</option>
            {/each}
          </select>
        </label>
      {/if}
      <LineButton onclick={onother}>Other scans</LineButton>
      <LineButton onclick={() => void scanned.takeBack(scanned.setId!)}>Take these back</LineButton>
    {/if}
    {#if tooth && tooth.findings.length > 0}<p class="quiet">↑ ↓ findings · space turns to it</p>{/if}
  </div>
</section>
