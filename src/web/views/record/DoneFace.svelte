<script lang="ts">
  import { answer, api, type Schemas } from '../../api/client';
  import { attempt } from '../../parts/notices.svelte';
  import { dateOf, time } from '../../words/times';
  import { verdicts } from '../../words/verdicts';
  import { lowerFirst, mm } from '../../words/words';

  let { id }: { id: string } = $props();

  let done = $state<Schemas['DoneView'] | null>(null);

  $effect(() => {
    const params = { path: { id } };
    void attempt(answer(api.GET('/api/cases/{id}/done', { params }))).then((view) => (done = view));
  });

  const minutes = $derived(
    (done?.steps ?? []).reduce(
      (sum, step) => ({ planned: sum.planned + step.plannedMinutes, passed: sum.passed + (step.minutes ?? 0) }),
      { planned: 0, passed: 0 },
    ),
  );
  const ended = $derived((done?.steps ?? []).filter((step) => step.minutes != null).length);
</script>

{#if done}
  <p class="mt-4 flex flex-wrap gap-x-9">
    <span><span class="measure text-[27px] text-number">{ended}</span> of {done.steps.length} steps done</span>
    <span
      ><span class="measure text-[27px] text-number">{Math.round(minutes.passed)}</span> min of
      {Math.round(minutes.planned)} planned</span
    >
    <span
      ><span class="measure text-[27px] text-number">{done.zones.filter((zone) => zone.found).length}</span> of
      {done.zones.length} zones read</span
    >
  </p>
  {#each done.deviations as deviation, i (i)}
    <p class="mt-2 border-l-4 border-critical pl-3">{deviation}</p>
  {/each}
  <div class="mt-5 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-9">
    <section aria-label="Zones">
      <h2 class="border-b border-firm pb-1 text-[19px] text-soft">Zones: planned, found</h2>
      {#each done.zones as zone (`${zone.tooth} ${zone.words}`)}
        <p
          class="grid grid-cols-[2.4rem_minmax(0,1fr)_3rem_minmax(0,1fr)] gap-x-2 border-b border-hairline py-1 text-[15px]"
        >
          <span class="measure text-number">{zone.tooth}</span>
          <span>{zone.words}</span>
          <span class="measure">{mm(zone.plannedMm)}</span>
          {#if zone.verdict}
            <span class={verdicts[zone.verdict].text} title={zone.found}
              ><span aria-hidden="true">{verdicts[zone.verdict].sign}</span>
              {lowerFirst(zone.headline ?? zone.found ?? '')}</span
            >
          {:else}<span class="quiet">{zone.found ?? 'not read'}</span>{/if}
        </p>
      {/each}
    </section>
    <section aria-label="Steps">
      <h2 class="border-b border-firm pb-1 text-[19px] text-soft">Steps: minutes planned, passed</h2>
      {#each done.steps as step (step.key)}
        <p
          class="grid grid-cols-[minmax(0,1fr)_2.6rem_3.2rem] gap-x-2 border-b border-hairline py-1 text-[15px]"
          class:text-soft={step.minutes == null}
        >
          <span
            >{#if step.tooth}<span class="measure text-number">{step.tooth}</span>{/if}
            {step.name}{#if step.otherBur}<span class="block text-[13px] text-(--over)">with {step.otherBur}</span
              >{/if}</span
          >
          <span class="measure text-right">{step.plannedMinutes.toFixed(1)}</span>
          <span class="measure text-right">{step.minutes == null ? '–' : step.minutes.toFixed(1)}</span>
        </p>
      {/each}
    </section>
  </div>
  <section class="mt-6" aria-label="Versions of the plan">
    <h2 class="border-b border-firm pb-1 text-[19px] text-soft">Plans as they were made</h2>
    {#each done.plans as plan (`${plan.tooth} ${plan.version}`)}
      <p class="border-b border-hairline py-1 text-[15px]">
        <span class="measure text-number">{plan.tooth}</span> plan {plan.version}: {lowerFirst(plan.what)}
        <span class="quiet">{plan.by}, {dateOf(plan.at)} {time(new Date(plan.at))}</span>
      </p>
    {/each}
  </section>
{/if}
