<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount, untrack } from 'svelte';
  import { actions } from '../../actions.svelte';
  import { changed } from '../../parts/changed.svelte';
  import DropScans from '../../parts/DropScans.svelte';
  import { dropped } from '../../parts/dropped.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { route } from '../../router';
  import FindingPanel from './FindingPanel.svelte';
  import FindingsList from './FindingsList.svelte';
  import { InspectState } from './inspectState.svelte';
  import Intake from './Intake.svelte';
  import PathPanel from './PathPanel.svelte';
  import RoomPanel from './RoomPanel.svelte';
  import PickPlaces from './PickPlaces.svelte';
  import ScanPlate from './ScanPlate.svelte';
  import SectionPanel from './SectionPanel.svelte';
  import { asides, type Aside } from './asides';
  import { stages } from './stages';
  import UnrolledMargin from './UnrolledMargin.svelte';
  import ZonesPanel from './ZonesPanel.svelte';

  const id = $derived(route.getParams('/inspect/:id').id);
  const scanned = $derived(new InspectState(id));
  let aside = $state<Aside>('finding');
  let plate = $state<ScanPlate>();
  let picking = $state(false);
  let intake = $state(dropped.files.length > 0);
  let coming = $state.raw<readonly File[]>(dropped.take());

  const unit = $derived(scanned.unit);
  const tooth = $derived(scanned.tooth);

  $effect(() => {
    void changed.bin;
    const current = scanned;
    void current.load();
    return () => current.leave();
  });

  $effect(() => {
    const current = unit;
    if (current) untrack(() => shared.enterUnit(current));
  });

  onMount(() =>
    actions.offer([
      { name: 'Next finding', keys: ['ArrowDown'], shown: '↓', run: () => step(1), repeats: true },
      { name: 'Finding before', keys: ['ArrowUp'], shown: '↑', run: () => step(-1), repeats: true },
      { name: 'Turn to the finding', keys: [' '], shown: 'Space', run: () => plate?.faceFinding() },
      { name: 'The finding', keys: ['1'], shown: '1', run: () => (aside = 'finding') },
      { name: 'All zones and the five points', keys: ['2'], shown: '2', run: () => (aside = 'zones') },
      { name: 'The path', keys: ['3'], shown: '3', run: () => (aside = 'path') },
      { name: 'An index section', keys: ['4'], shown: '4', run: () => (aside = 'section') },
      { name: 'Room to the other jaw', keys: ['5'], shown: '5', run: () => (aside = 'room') },
      { name: 'Other scans', keys: ['o', 'O'], shown: 'O', run: () => (intake = !intake) },
      { name: 'Enter as readings', keys: ['r', 'R'], shown: 'R', run: () => void scanned.enterReadings() },
      { name: 'Print the page', keys: ['p', 'P'], shown: 'P', run: print },
      { name: 'Stop measuring', keys: ['Escape'], shown: 'Esc', run: () => scanned.busy && scanned.cancel() },
    ]),
  );

  function step(by: number) {
    aside = 'finding';
    scanned.step(by);
  }

  function print() {
    if (scanned.setId && tooth)
      window.open(`/api/scans/${scanned.setId}/teeth/${tooth.tooth}/page.pdf`, '_blank', 'noopener');
  }

  function drop(files: readonly File[]) {
    coming = files;
    intake = true;
  }
</script>

<svelte:head
  ><title>{unit ? `${unit.written}, measured · ${unit.case.patient}` : 'Inspect'} · Dentelle</title></svelte:head
>
<DropScans ondrop={drop} />

{#if scanned.missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{scanned.missing}</p>
    <Button class="mt-4 inline-block" href="/find">Find a case</Button>
  </div>
{:else if unit}
  <h1 class="sr-only">{unit.written}, {unit.plan.toothName}, measured</h1>
  <div class="grid h-full grid-cols-[200px_minmax(0,1fr)_280px] xl:grid-cols-[244px_minmax(0,1fr)_312px]">
    <FindingsList {scanned} {unit} onpick={() => (aside = 'finding')} onother={() => (intake = true)} />
    {#if intake || !scanned.setId}
      <div class="col-span-2 min-h-0 overflow-y-auto">
        <Intake
          {scanned}
          {unit}
          dropped={coming}
          onclose={scanned.setId ? () => (intake = false) : undefined}
          onbegun={() => (intake = false)}
        />
      </div>
    {:else if picking && !tooth && !scanned.busy}
      <PickPlaces
        setId={scanned.setId}
        onclose={() => (picking = false)}
        onpicked={(pairs) => {
          picking = false;
          void scanned.pick(pairs);
        }}
      />
    {:else if tooth && scanned.setId}
      <div class="flex min-h-0 min-w-0 flex-col">
        <ScanPlate bind:this={plate} {scanned} {tooth} setId={scanned.setId} {aside} />
        <UnrolledMargin
          {tooth}
          finding={aside === 'finding' ? scanned.finding : null}
          moves={scanned.correction.moves}
          oncorrect={(moves) => void scanned.correct({ moves }, 'the finish line')}
        />
      </div>
      <aside class="flex min-h-0 flex-col border-l border-hairline bg-leaf" aria-label="Looked at">
        <div
          class="flex flex-wrap gap-1 border-b border-hairline px-4 py-2 text-[13px]"
          role="group"
          aria-label="Look at"
        >
          {#each Object.entries(asides) as [name, words] (name)}
            <Button class="px-2" aria-pressed={aside === name} onclick={() => (aside = name as Aside)}>{words}</Button>
          {/each}
        </div>
        <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
          {#if aside === 'finding'}
            <FindingPanel {scanned} {tooth} setId={scanned.setId} />
          {:else if aside === 'zones'}
            <ZonesPanel {scanned} {tooth} onprint={print} />
          {:else if aside === 'path'}
            <PathPanel
              {scanned}
              {tooth}
              setId={scanned.setId}
              ontrial={(trial) => untrack(() => plate?.showTrial(trial))}
            />
          {:else if aside === 'room'}
            <RoomPanel {tooth} setId={scanned.setId} />
          {:else}
            <SectionPanel
              {tooth}
              setId={scanned.setId}
              onplane={(azimuth, at) => untrack(() => plate?.cutAt(azimuth, at))}
            />
          {/if}
        </div>
      </aside>
    {:else}
      <div class="col-span-2 flex min-h-0 flex-col items-start gap-4 p-10" aria-live="polite">
        {#if scanned.busy}
          <p class="font-plate text-[22px]">{stages[scanned.stage!]} …</p>
          <ol class="text-soft">
            {#each Object.entries(stages) as [name, words] (name)}
              <li class={name === scanned.stage ? 'text-ink' : ''}>{name === scanned.stage ? '▸' : '·'} {words}</li>
            {/each}
          </ol>
          <Button onclick={() => scanned.cancel()}>Stop</Button>
        {:else}
          <p class="border-l-4 border-critical pl-4" role="alert">{scanned.refused ?? 'Nothing was measured.'}</p>
          <div class="flex gap-3">
            {#if scanned.canPick}<Button onclick={() => (picking = true)}>Pick three places</Button>{/if}
            <Button onclick={() => scanned.look(scanned.setId)}>Measure again</Button>
            <Button onclick={() => (intake = true)}>Other scans</Button>
          </div>
        {/if}
      </div>
    {/if}
  </div>
{/if}
