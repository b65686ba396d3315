<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { clock } from '../../words/times';
  import { plain } from '../../words/words';
  import type { SheetState } from './sheetState.svelte';

  let { sheet }: { sheet: SheetState } = $props();

  const view = $derived(sheet.view!);
  const totals = $derived(view.sheet.totals);
  const planned = $derived([
    ...new Set(
      view.sheet.schools.map(
        (entry) => view.schools.find((choice) => choice.school === entry.school)?.name ?? plain(entry.school),
      ),
    ),
  ]);
</script>

<aside class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-4" aria-label="About the run sheet">
  <p class="quiet">case {view.number}</p>
  <p class="font-plate text-[21px] leading-tight"><a href="/case/{view.caseId}">{view.patient}</a></p>

  <p class="mt-4 leading-none">
    <span class="measure text-[40px] text-number">{Math.ceil(totals.minutes)}</span> <span class="text-soft">min</span>
  </p>
  <p class="quiet">
    {#if view.visitAt}{clock(view.visitAt, 0)} to {clock(view.visitAt, totals.minutes)}, in the chair{:else}in the chair{/if}
  </p>
  {#if !view.ownOrder && Math.ceil(totals.leastMinutes) < Math.ceil(totals.minutes)}
    <p class="quiet">with as few changes not under {Math.ceil(totals.leastMinutes)} min</p>
  {/if}
  {#each view.sheet.free as free (free.from)}
    <p class="quiet mt-1">
      Free {clock(view.visitAt, free.from)}–{clock(view.visitAt, free.to)}, after “{free.after.toLowerCase()}”
    </p>
  {/each}

  <p class="mt-4 leading-none">
    <span class="measure text-[30px] text-number">{totals.burChanges}</span> bur changes
  </p>
  <p class="quiet">
    {#if totals.toothByToothBurChanges !== null && totals.toothByToothBurChanges !== undefined}
      {totals.toothByToothBurChanges} tooth by tooth ·
    {/if}
    {#if view.fewest}{view.fewest} would do{:else if totals.burChanges <= totals.lowerBound}no order has fewer{:else}at
      least {totals.lowerBound}{/if}
  </p>
  <p class="quiet">{totals.viewChanges} changes of place</p>
  {#if view.ownOrder}
    <p class="mt-2 text-[13px] text-plum">Your own order.</p>
    <LineButton onclick={() => void sheet.change({ bestOrder: true })}>Back to the fewest changes</LineButton>
  {/if}

  <p class="mt-5 mb-1 font-semibold">Steps</p>
  <div class="flex flex-col items-start gap-1.5" role="group" aria-label="Order of steps">
    <!-- One of them is lit: what holds for this visit. -->
    <Button class="text-[14px]" aria-pressed={!view.school} onclick={() => void sheet.change({ ownSchools: true })}
      >As planned{planned.length === 1 ? `: ${planned[0]}` : ''}</Button
    >
    {#each view.schools as choice (choice.school)}
      <Button
        class="text-[14px]"
        aria-pressed={view.school === choice.school}
        onclick={() => void sheet.change({ school: choice.school })}>{choice.name}</Button
      >
    {/each}
  </div>

  {#if view.sheet.missing.length > 0 || view.warnings.length > 0}
    <p class="mt-5 mb-1 font-semibold">Drawer</p>
    {#each view.sheet.missing as missing (missing.wanted + missing.instead)}
      <p class="mb-2 border-l-4 border-over pl-2 text-[13px]">
        Not there: {missing.wanted}. <span class="text-soft">Instead {missing.instead}.</span>
      </p>
    {/each}
    {#each view.warnings as warning (warning)}
      <p class="mb-2 border-l-4 border-over pl-2 text-[13px]">{warning}</p>
    {/each}
  {/if}

  <p class="mt-5 flex flex-col items-start gap-1">
    <LineButton href="/api/cases/{view.caseId}/sheet.pdf" target="_blank">Print page</LineButton>
    {#if view.visitAt}
      <LineButton href="/api/cases/{view.caseId}/visit.ics" download>Visit for a calendar</LineButton>
    {/if}
    <LineButton href="/drawer">Drawer</LineButton>
  </p>
  <p class="quiet mt-4">Minutes are assumed until this practice has recorded its own.</p>
</aside>
