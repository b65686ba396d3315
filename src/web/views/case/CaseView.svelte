<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack } from 'svelte';
  import { answer, api, Refusal, type Schemas, type Unit } from '../../api/client';
  import { changed } from '../../parts/changed.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import OptionsTable from '../../parts/OptionsTable.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { route } from '../../router';
  import BridgePlate from './BridgePlate.svelte';
  import BridgeRound from '../../parts/BridgeRound.svelte';
  import AboutCase from './AboutCase.svelte';
  import CaseRibbons from './CaseRibbons.svelte';
  import UnitLine from './UnitLine.svelte';
  import VisitsProposal from './VisitsProposal.svelte';

  const id = $derived(route.getParams('/case/:id').id);

  let whole = $state<Schemas['CaseView'] | null>(null);
  let units = $state<Unit[]>([]);
  let arch = $state<Schemas['OutlineView'][]>([]);
  let missing = $state<string | null>(null);
  let picked = $state('');

  const current = $derived(
    units.find((unit) => unit.id === picked && unit.traits.isCut) ?? units.find((unit) => unit.traits.isCut),
  );
  const bridges = $derived(
    Object.values(
      Object.groupBy(
        units.filter((unit) => unit.bridge),
        (unit) => unit.bridge!.teeth.join(),
      ),
    ).map((teeth) => teeth ?? []),
  );

  async function load() {
    try {
      const [view, outlines] = await Promise.all([
        answer(api.GET('/api/cases/{id}', { params: { path: { id } } })),
        arch.length > 0 ? null : answer(api.GET('/api/arch')),
      ]);
      whole = view;
      shared.enterCase(view.id, view.number, view.patient);
      shared.unitId ??= view.units[0]?.id ?? null;
      if (outlines) arch = outlines.teeth;
      // Drawings follow one by one; the list stands meanwhile.
      const drawn = await Promise.all(
        view.units.map((unit) =>
          answer(api.GET('/api/units/{id}', { params: { path: { id: unit.id } } })).catch(() => null),
        ),
      );
      units = drawn.filter((unit) => unit !== null);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      missing = error.message;
    }
  }

  $effect(() => {
    void changed.settings;
    void changed.sent;
    void changed.bin;
    void id;
    // The outlines that one load brings must not start the next.
    untrack(() => void load());
  });

  async function take(unit: Unit, inputs: Schemas['PlanInputs']) {
    const params = { path: { id: unit.id }, header: { 'If-Match': `"${unit.version}"` } };
    if (await attempt(answer(api.PUT('/api/units/{id}/inputs', { params, body: inputs }))))
      notices.say(`${unit.written} is planned anew.`);
    await load();
  }
</script>

<svelte:head><title>{whole ? `Case ${whole.number} · ${whole.patient}` : 'Case'} · Dentelle</title></svelte:head>

{#if missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{missing}</p>
    <Button class="mt-4 inline-block" href="/find">Find a case</Button>
  </div>
{:else if whole}
  <div class="grid h-full grid-cols-[186px_minmax(0,1fr)] xl:grid-cols-[208px_minmax(0,1fr)]">
    <AboutCase {whole} onchanged={load} />
    <div class="min-h-0 overflow-y-auto px-7 pt-3 pb-8">
      <h1 class="sr-only">Case {whole.number}, {whole.patient}</h1>
      {#if arch.length > 0}
        <CaseRibbons {arch} {units} current={current?.id} onpick={(unit) => (picked = unit.id)} />
      {/if}
      {#if whole.units.length === 0}
        <p>No tooth yet. Press <span class="key">/</span> and say what is to be done.</p>
      {/if}
      <VisitsProposal {whole} onchanged={load} />
      {#each bridges as teeth (teeth[0]!.id)}
        <section class="mt-4" aria-label="Bridge">
          <h2 class="text-[23px]">{teeth.map((unit) => unit.written).join(' ')}: one path</h2>
          <BridgePlate units={teeth} />
          <BridgeRound units={teeth} />
        </section>
      {/each}
      <section class="mt-4" aria-label="Units">
        {#each units.filter((unit) => unit.traits.isCut) as unit (unit.id)}
          <UnitLine {unit} selected={unit.id === current?.id && units.length > 1} onpick={() => (picked = unit.id)} />
        {/each}
      </section>
      {#if current}
        <section class="mt-7" aria-label="Options">
          <h2 class="text-[23px]">{current.written}, {current.plan.toothName}: ways to restore it</h2>
          {#key current.id + current.version}
            <OptionsTable unit={current} ontake={(inputs) => void take(current, inputs)} />
          {/key}
        </section>
      {/if}
    </div>
  </div>
{/if}
