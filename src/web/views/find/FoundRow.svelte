<script lang="ts">
  import type { Schemas } from '../../api/client';
  import ToothName from '../../parts/ToothName.svelte';
  import { date, time } from '../../words/times';
  import { stages } from '../../words/stages';

  let { entry }: { entry: Schemas['FoundCaseView'] } = $props();

  const visit = $derived(entry.visitAt ? new Date(entry.visitAt) : null);
</script>

<li
  class="grid min-h-12 grid-cols-[8.5rem_4rem_minmax(9rem,1fr)_2fr_5rem] items-center gap-x-4 border-b border-hairline py-1.5"
>
  <span class="text-[14px]">
    {#if visit}{date(visit)} <span class="quiet block">{time(visit)}</span>{:else}<span class="text-soft">no visit</span
      >{/if}
  </span>
  <span class="measure text-soft">{entry.number}</span>
  <a class="min-h-[26px] text-[17px] wrap-anywhere hover:text-plum" href="/case/{entry.id}">{entry.patient}</a>
  <span class="flex flex-wrap gap-x-5">
    {#each entry.units as unit (unit.id)}
      <a class="min-h-[26px] hover:text-plum" href="/unit/{unit.id}">
        <span class="measure text-[19px]"><ToothName written={unit.written} /></span>
        <span class="text-[14px]">{unit.what}, {unit.material}</span>
      </a>
    {/each}
  </span>
  <span class="text-right text-[14px] {entry.stage === 'finished' ? 'text-done' : 'text-soft'}"
    >{entry.stage ? stages[entry.stage] : 'no tooth'}</span
  >
</li>
