<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount, tick, untrack } from 'svelte';
  import { actions } from '../../actions.svelte';
  import { navigate, route } from '../../router';
  import { changed } from '../../parts/changed.svelte';
  import ReasonLine from '../../parts/ReasonLine.svelte';
  import DropScans from '../../parts/DropScans.svelte';
  import { dropped } from '../../parts/dropped.svelte';
  import { shared } from '../../parts/shared.svelte';
  import BridgeRound from '../../parts/BridgeRound.svelte';
  import { bodiesOf, bringAhead } from '../../parts/round/brought';
  import CautionBar from './CautionBar.svelte';
  import CaseMargin from './margin/CaseMargin.svelte';
  import FindingsPanel from './margin/FindingsPanel.svelte';
  import OptionsDialog from './OptionsDialog.svelte';
  import Plate from './plate/Plate.svelte';
  import type { Figure } from './plate/figure';
  import ReadingStrip from './reading/ReadingStrip.svelte';
  import UnitFacts from './zone/UnitFacts.svelte';
  import { UnitState } from './unitState.svelte';
  import ZonePanel from './zone/ZonePanel.svelte';
  import ZoneThread from './reading/ZoneThread.svelte';

  const id = $derived(route.getParams('/unit/:id').id);
  const unitState = $derived(new UnitState(id, location.hash.slice(1)));
  let strip = $state<ReadingStrip>();
  let panel = $state<ZonePanel>();
  let figure = $state<Figure>('section');
  let weighing = $state(false);
  let finding = $state(false);

  const unit = $derived(unitState.unit);

  // Another zone: the section that shows it.
  $effect(() => {
    void unitState.zoneName;
    if (untrack(() => figure === 'across' || figure === 'along')) figure = 'section';
  });

  $effect(() => {
    void changed.settings;
    void changed.sent;
    void changed.bin;
    void unitState.load();
  });

  $effect(() => {
    const current = unitState;
    return () => current.leave();
  });

  // Who has looked at a plan for a moment may turn it next: engine and bodies come while nothing else is to be done.
  $effect(() => {
    // In the round they are there already.
    if (!unit?.traits.isCut || figure === 'round') return;
    const address = bodiesOf(unit);
    const soon = setTimeout(() => bringAhead(address), 900);
    return () => clearTimeout(soon);
  });

  $effect(() => {
    const current = unit;
    if (current) untrack(() => shared.enterUnit(current));
  });

  onMount(() =>
    actions.offer([
      { name: 'Next zone', keys: ['ArrowRight', 'ArrowDown'], shown: '→', run: () => unitState.step(1), repeats: true },
      {
        name: 'Zone before',
        keys: ['ArrowLeft', 'ArrowUp'],
        shown: '←',
        run: () => unitState.step(-1),
        repeats: true,
      },
      { name: 'Enter a reading', keys: ['r', 'R'], shown: 'R', run: read },
      { name: 'Build out by 0.1 more', keys: ['+', '='], shown: '+', run: () => panel?.buildOut(0.1), repeats: true },
      { name: 'Build out by 0.1 less', keys: ['-', '−'], shown: '−', run: () => panel?.buildOut(-0.1), repeats: true },
      { name: 'Findings', keys: ['i', 'I'], shown: 'I', run: () => (finding = !finding) },
      {
        name: 'Sections: across, along',
        keys: ['1'],
        shown: '1',
        run: () => (figure = figure === 'across' ? 'along' : 'across'),
      },
      { name: 'From above', keys: ['2'], shown: '2', run: () => (figure = figure === 'above' ? 'section' : 'above') },
      { name: 'In the round', keys: ['3'], shown: '3', run: () => (figure = figure === 'round' ? 'section' : 'round') },
      { name: 'Options side by side', keys: ['o', 'O'], shown: 'O', run: () => (weighing = true) },
      { name: 'Inspect: scans of what was cut', keys: ['c', 'C'], shown: 'C', run: () => inspect() },
      { name: 'Print the page', keys: ['p', 'P'], shown: 'P', run: print },
    ]),
  );

  // Readings and findings share their room.
  async function read() {
    finding = false;
    await tick();
    strip?.take();
  }

  // Scans of what was cut are looked at on their own screen.
  function inspect(files: readonly File[] = []) {
    dropped.files = files;
    void navigate('/inspect/:id', { params: { id } });
  }

  function print() {
    window.open(`/api/units/${id}/sheet.pdf`, '_blank', 'noopener');
  }
</script>

<svelte:head><title>{unit ? `${unit.written} · ${unit.case.patient}` : 'Unit'} · Dentelle</title></svelte:head>

{#if unit?.traits.isCut}<DropScans ondrop={inspect} />{/if}
{#if unitState.missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{unitState.missing}</p>
    <Button class="mt-4 inline-block" href="/find">Find a case</Button>
  </div>
{:else if unit && unitState.zone}
  <h1 class="sr-only">{unit.written}, {unit.plan.toothName}</h1>
  <div
    class="grid h-full grid-cols-[186px_minmax(0,1fr)_292px] xl:grid-cols-[208px_minmax(0,1fr)_318px] grid-rows-[minmax(0,1fr)_auto]"
  >
    <CaseMargin {unitState} {unit} bind:finding />
    <div class="flex min-h-0 flex-col">
      {#if unit.finished}
        <p
          class="flex shrink-0 items-center gap-4 border-b border-l-4 border-hairline border-l-done bg-leaf px-5 py-1.5"
        >
          <span class="flex-1"
            ><strong class="text-done">Finished.</strong> What was cut is not planned anew; readings can still be added.</span
          >
          <Button onclick={() => void unitState.finish(false)}>Open it again</Button>
        </p>
      {/if}
      {#if unitState.refused}
        {@const refused = unitState.refused}
        <div class="shrink-0 border-b border-l-4 border-hairline border-l-critical bg-leaf px-5 py-2" role="alert">
          {refused.message}
          <div class="flex flex-wrap items-start gap-3">
            <div class="min-w-72 flex-1">
              <ReasonLine
                label="Reason to plan it all the same"
                onreason={(reason) => unitState.because(refused.code, reason)}
              />
            </div>
            <Button class="mt-1" onclick={() => (unitState.refused = null)}>Leave it as it stands</Button>
          </div>
        </div>
      {/if}
      {#if finding && unit.traits.isCut}
        <FindingsPanel {unitState} {unit} onclose={() => (finding = false)} />
      {/if}
      <Plate {unitState} {unit} zone={unitState.zone} bind:figure />
      <CautionBar {unitState} {unit} />
      {#if !finding}
        <ReadingStrip bind:this={strip} {unitState} zone={unitState.zone} />
      {/if}
    </div>
    <ZonePanel bind:this={panel} {unitState} {unit} zone={unitState.zone} />
    <ZoneThread {unitState} {unit} zone={unitState.zone} onprint={print} onoptions={() => (weighing = true)} />
    <OptionsDialog bind:open={weighing} {unitState} {unit} />
  </div>
{:else if unit}
  <h1 class="sr-only">{unit.written}, {unit.plan.toothName}</h1>
  <div class="grid h-full grid-cols-[186px_minmax(0,1fr)] xl:grid-cols-[208px_minmax(0,1fr)]">
    <CaseMargin {unitState} {unit} />
    <div class="grid min-h-0 grid-cols-[minmax(0,26rem)_minmax(0,1fr)] gap-8 overflow-y-auto px-8 py-6">
      <div>
        <p class="font-plate text-[26px]">{unit.written}, pontic</p>
        <p>Nothing is cut here: the bridge stands in for the {unit.plan.toothName}.</p>
        <UnitFacts {unit} />
      </div>
      <BridgeRound units={[unit]} shown />
    </div>
  </div>
{/if}
