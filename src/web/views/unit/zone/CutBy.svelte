<script lang="ts">
  import { answer, api, type Schemas, type Unit, type Zone } from '../../../api/client';
  import BurFigure from '../../../figures/BurFigure.svelte';
  import { mm } from '../../../words/words';

  let { unit, zone }: { unit: Unit; zone: Zone } = $props();

  let sheet = $state<Schemas['RunSheetView'] | null>(null);

  // The sheet follows the plan: it is asked for anew with each version.
  const wanted = $derived(`${unit.case.id} ${unit.version}`);
  $effect(() => {
    const at = wanted;
    answer(api.GET('/api/cases/{id}/sheet', { params: { path: { id: unit.case.id } } }))
      .then((view) => {
        if (at === wanted) sheet = view;
      })
      .catch(() => (sheet = null));
  });

  const steps = $derived(
    (sheet?.sheet.steps ?? [])
      .filter((step) => step.tooth === unit.plan.tooth)
      .flatMap((step) => {
        const cut = step.cuts.find((one) => one.zone === zone.zone && one.sinkMm != null);
        return cut ? [{ step, cut }] : [];
      }),
  );
</script>

{#if sheet && steps.length > 0}
  <section class="border-t border-hairline py-1.5" aria-label="Steps that cut it">
    {#each steps as { step, cut } (step.key)}
      <a
        class="grid grid-cols-[22px_1fr_auto] items-center gap-x-2 py-0.5 hover:text-plum"
        href="/case/{unit.case.id}/sheet#{encodeURIComponent(step.key)}"
      >
        {#if step.burId && sheet.burs[step.burId]}
          <BurFigure shape={sheet.burs[step.burId]!} sink={cut.sinkMm ?? null} scale={2.4} height={34} />
        {:else}<span></span>{/if}
        <span>
          {step.name}
          <span class="quiet block">{step.burName ?? step.tool ?? ''}{cut.mark ? `: ${cut.mark}` : ''}</span>
        </span>
        <span class="measure text-[17px]">{mm(cut.sinkMm ?? 0)}</span>
      </a>
    {/each}
  </section>
{/if}
