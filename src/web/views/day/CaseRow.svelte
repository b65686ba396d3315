<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { verdicts } from '../../words/verdicts';
  import ToothName from '../../parts/ToothName.svelte';
  import { clock, lowerFirst, upperFirst } from '../../words/words';

  let { entry, time: chair }: { entry: Schemas['CaseView']; time?: Schemas['VisitTime'] | undefined } = $props();

  const stages = { planned: 'planned', 'being-cut': 'being cut', finished: 'finished' } as const;
  const time = $derived(
    entry.visitAt ? new Date(entry.visitAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : '',
  );
</script>

<article
  class="grid grid-cols-[4.5rem_11rem_1fr] xl:grid-cols-[4.5rem_15rem_1fr] gap-x-5 border-b border-hairline py-3.5"
>
  <p class="measure text-[20px] leading-tight">
    {time}
    {#if chair?.endsAt}<span class="quiet block">to {clock(chair.endsAt, 0)}</span>{/if}
  </p>
  <div>
    <h3 class="text-[19px] leading-tight"><a href="/case/{entry.id}" class="hover:text-plum">{entry.patient}</a></h3>
    <p class="quiet">case {entry.number}</p>
    {#if chair}
      <p class="mt-0.5 text-[14px]">
        <a class="hover:text-plum" href="/case/{entry.id}/sheet"
          ><span class="measure text-[18px]">{chair.minutes}</span> min ·
          <span class="measure text-[18px]">{chair.burChanges}</span> bur changes</a
        >
      </p>
    {/if}
    <p class="quiet mt-1">{entry.note}</p>
  </div>
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
