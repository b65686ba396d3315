<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { verdicts } from '../../words/verdicts';
  import ToothName from '../../parts/ToothName.svelte';
  import { stages } from '../../words/stages';
  import { dateOf, time } from '../../words/times';
  import { lowerFirst, upperFirst } from '../../words/words';

  let { entry, chair }: { entry: Schemas['CaseView']; chair?: Schemas['VisitTime'] | undefined } = $props();
</script>

<article
  class="grid grid-cols-[4.8rem_11rem_1fr] xl:grid-cols-[4.8rem_15rem_1fr] gap-x-5 border-b border-hairline py-3.5"
>
  <p class="measure text-[20px] leading-tight">
    {#if entry.visitAt}{time(new Date(entry.visitAt))}{/if}
    {#if chair?.endsAt}<span class="quiet block">to {time(new Date(chair.endsAt))}</span>{/if}
  </p>
  <div>
    <h3 class="text-[19px] leading-tight wrap-anywhere">
      <a href="/case/{entry.id}" class="inline-block min-h-[26px] hover:text-plum">{entry.patient || 'Case'}</a>
    </h3>
    {#if entry.number}<p class="quiet">case {entry.number}</p>{/if}
    {#if chair}
      <p class="mt-0.5 text-[14px]">
        <a class="inline-block min-h-[26px] hover:text-plum" href="/case/{entry.id}/sheet"
          ><span class="measure text-[18px]">{chair.minutes}</span> min ·
          <span class="measure text-[18px]">{chair.burChanges}</span> bur changes</a
        >
      </p>
    {/if}
    {#if entry.alerts && entry.alerts.length > 0}
      <p class="mt-1 text-[14px] leading-tight font-semibold text-critical">{entry.alerts.join(' · ')}</p>
    {/if}
    {#if entry.nextVisit && entry.visitAt}
      <p class="mt-0.5 text-[14px]">
        <a
          class="inline-block min-h-[26px] text-plum underline decoration-hairline underline-offset-4"
          href="/chair/{entry.nextVisit}">{entry.nextVisitName}, at the chair</a
        >
      </p>
    {/if}
    {#if entry.handedOverAt}
      <p class="mt-0.5 text-[14px]">
        <a class="inline-block min-h-[26px] hover:text-plum" href="/case/{entry.id}/hand-over"
          >at the laboratory since {dateOf(entry.handedOverAt)}</a
        >
      </p>
    {/if}
    <p class="quiet mt-1 wrap-anywhere">{entry.note}</p>
  </div>
  {#if entry.broken}
    <p class="border-l-4 border-critical pl-3">{entry.broken}</p>
  {:else if entry.units.length === 0}
    <p class="quiet">No tooth yet.</p>
  {/if}
  <ul class="flex flex-col gap-2">
    {#each entry.units as unit (unit.id)}
      <li>
        <a
          href="/unit/{unit.id}"
          class="group grid min-h-12 grid-cols-[3.4rem_1fr_auto] items-center gap-x-3 rounded-sm px-2 hover:bg-leaf"
        >
          <span class="measure text-[27px] leading-none text-number"><ToothName written={unit.written} /></span>
          <span>
            <span class="font-semibold group-hover:text-plum">{upperFirst(unit.what)}, {lowerFirst(unit.material)}</span
            >
            <span class="quiet block">{unit.toothName}</span>
          </span>
          <span class="text-right">
            <span class={unit.stage === 'finished' ? 'font-semibold text-done' : 'text-soft'}>{stages[unit.stage]}</span
            >
            {#if unit.telling}
              <span class="block text-[13px] {unit.worst ? verdicts[unit.worst].text : 'text-critical'}">
                {#if unit.worst}<span aria-hidden="true">{verdicts[unit.worst].sign}</span>{/if}
                {unit.telling}
              </span>
            {/if}
          </span>
        </a>
      </li>
    {/each}
  </ul>
</article>
