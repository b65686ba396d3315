<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import { actions } from '../../actions.svelte';
  import { route } from '../../router';
  import { changed } from '../../parts/changed.svelte';
  import { shared } from '../../parts/shared.svelte';
  import CaseMargin from './margin/CaseMargin.svelte';
  import OptionsDialog from './OptionsDialog.svelte';
  import Plate from './plate/Plate.svelte';
  import ReadingStrip from './reading/ReadingStrip.svelte';
  import UnitFacts from './zone/UnitFacts.svelte';
  import { UnitState } from './unitState.svelte';
  import ZonePanel from './zone/ZonePanel.svelte';
  import ZoneThread from './reading/ZoneThread.svelte';

  const id = $derived(route.getParams('/unit/:id').id);
  const unitState = $derived(new UnitState(id, location.hash.slice(1)));
  let strip = $state<ReadingStrip>();
  let panel = $state<ZonePanel>();
  let turning = $state(false);
  let weighing = $state(false);

  const unit = $derived(unitState.unit);

  $effect(() => {
    void changed.settings;
    void unitState.load();
  });

  $effect(() => {
    shared.caseId = unit?.case.id ?? null;
  });

  onMount(() => {
    const withdraw = actions.offer([
      { name: 'Next zone', keys: ['ArrowRight', 'ArrowDown'], shown: '→', run: () => unitState.step(1) },
      { name: 'Zone before', keys: ['ArrowLeft', 'ArrowUp'], shown: '←', run: () => unitState.step(-1) },
      { name: 'Enter a reading', keys: ['r', 'R'], shown: 'R', run: () => strip?.take() },
      { name: 'Build out by 0.1 more', keys: ['+', '='], shown: '+', run: () => panel?.buildOut(0.1) },
      { name: 'Build out by 0.1 less', keys: ['-', '−'], shown: '−', run: () => panel?.buildOut(-0.1) },
      { name: 'Undo', keys: ['u', 'U'], shown: 'U', run: () => void unitState.undo() },
      { name: 'Sections or in the round', keys: ['3'], shown: '3', run: () => (turning = !turning) },
      { name: 'Options side by side', keys: ['o', 'O'], shown: 'O', run: () => (weighing = true) },
      { name: 'Print the page', keys: ['p', 'P'], shown: 'P', run: print },
    ]);
    return () => {
      withdraw();
      shared.caseId = null;
    };
  });

  function print() {
    window.open(`/api/units/${id}/sheet.pdf`, '_blank', 'noopener');
  }
</script>

<svelte:head><title>{unit ? `${unit.written} · ${unit.case.patient}` : 'Unit'} · Dentelle</title></svelte:head>

{#if unitState.missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{unitState.missing}</p>
    <Button class="mt-4 inline-block" href="/">To the cases</Button>
  </div>
{:else if unit && unitState.zone}
  <h1 class="sr-only">{unit.written}, {unit.plan.toothName}</h1>
  <div
    class="grid h-full grid-cols-[186px_minmax(0,1fr)_292px] xl:grid-cols-[208px_minmax(0,1fr)_318px] grid-rows-[minmax(0,1fr)_auto]"
  >
    <CaseMargin {unitState} {unit} />
    <div class="flex min-h-0 flex-col">
      <Plate {unitState} {unit} zone={unitState.zone} bind:turning />
      <ReadingStrip bind:this={strip} {unitState} zone={unitState.zone} />
    </div>
    <ZonePanel bind:this={panel} {unitState} {unit} zone={unitState.zone} />
    <ZoneThread {unitState} {unit} zone={unitState.zone} onprint={print} onoptions={() => (weighing = true)} />
    <OptionsDialog bind:open={weighing} {unitState} {unit} />
  </div>
{:else if unit}
  <h1 class="sr-only">{unit.written}, {unit.plan.toothName}</h1>
  <div class="grid h-full grid-cols-[186px_minmax(0,1fr)] xl:grid-cols-[208px_minmax(0,1fr)]">
    <CaseMargin {unitState} {unit} />
    <div class="max-w-xl px-8 py-6">
      <p class="font-plate text-[26px]">{unit.written}, pontic</p>
      <p>Nothing is cut here: the bridge stands in for the {unit.plan.toothName}.</p>
      <UnitFacts {unit} />
    </div>
  </div>
{/if}
