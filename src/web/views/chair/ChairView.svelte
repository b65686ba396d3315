<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { actions } from '../../actions.svelte';
  import { changed } from '../../parts/changed.svelte';
  import DropScans from '../../parts/DropScans.svelte';
  import { dropped } from '../../parts/dropped.svelte';
  import { watchCase } from '../../parts/live';
  import { shared } from '../../parts/shared.svelte';
  import { navigate, route } from '../../router';
  import StepFigure from '../sheet/StepFigure.svelte';
  import ChairActions from './ChairActions.svelte';
  import { ChairState } from './chairState.svelte';
  import Clocks from './Clocks.svelte';
  import EntryPanel from './EntryPanel.svelte';
  import GatePanel from './GatePanel.svelte';
  import ReadingPanel from './ReadingPanel.svelte';
  import StepWords from './StepWords.svelte';

  const id = $derived(route.getParams('/chair/:id').id);
  const chair = $derived(new ChairState(id));
  let panel = $state<'reading' | 'entry' | 'gate' | null>(null);

  $effect(() => {
    void changed.sent;
    void changed.settings;
    void chair;
    untrack(() => void chair.load());
  });
  $effect(() => chair.listen());
  // One line for as long as it is the same case: every answer is another view of it.
  const caseId = $derived(chair.view?.caseId);
  $effect(() => (caseId ? watchCase(caseId, () => void chair.load()) : undefined));
  $effect(() => {
    if (chair.view) shared.enterCase(chair.view.caseId, chair.view.number, chair.view.patient);
  });
  $effect(() => void chair.drawings.fetch(chair.view?.units ?? [], chair.current?.tooth));
  // Dark at the chair, whatever the desk has: figures and their hatch with it.
  onMount(() => {
    document.documentElement.dataset.theme = 'chair';
    return () => (document.documentElement.dataset.theme = shared.theme);
  });
  onMount(() => {
    const timer = setInterval(() => (chair.now = Date.now()), 1000);
    return () => clearInterval(timer);
  });

  const step = $derived(chair.current);
  const unit = $derived(step?.tooth ? chair.drawings.byTooth[step.tooth] : undefined);
  const shape = $derived(step?.burId ? chair.view?.burs[step.burId] : undefined);
  const drawn = $derived(unit && step && (step.zones.length > 0 || step.segments.length > 0));
  const over = $derived(chair.steps.length > 0 && chair.steps.every((one) => chair.done.has(one.key)));
  const isDone = $derived(step ? chair.done.has(step.key) : false);

  // Points that stood before one step do not stand in the way of the next.
  $effect(() => {
    void step?.key;
    untrack(() => {
      if (panel === 'gate') panel = null;
    });
  });

  const label = $derived(over ? 'To the record' : isDone ? 'Next' : chair.after ? 'Done, next' : 'Done');

  /** Where the points are the step itself, they stand beside it. */
  const asksPoints = $derived(!panel && !drawn && !isDone && chair.asks?.asks.includes('points') === true);

  function next() {
    if (panel || chair.finishing) return;
    if (over) void navigate('/case/:id/record', { params: { id: chair.view!.caseId } });
    // The five points stand before the impression.
    else if (chair.asks?.gate && !isDone && chair.open.length > 0) panel = 'gate';
    else void chair.finish();
  }

  // Space begins and ends; arrows are the pedal's stand-in: its left half goes back, its right half on.
  onMount(() =>
    actions.offer([
      { name: 'Done, next step', keys: [' ', 'ArrowRight', 'PageDown'], shown: 'space', run: next },
      { name: 'Step before', keys: ['ArrowLeft', 'PageUp'], shown: '←', run: () => chair.back() },
      { name: 'Enter a reading', keys: ['r', 'R'], shown: 'R', run: () => (panel = 'reading') },
      { name: 'Write something down', keys: ['n', 'N'], shown: 'N', run: () => (panel = 'entry') },
      { name: 'Take the step back', keys: ['Backspace'], shown: '⌫', run: () => void chair.takeBack() },
      { name: 'Leave the panel', keys: ['Escape'], shown: 'Esc', run: () => (panel = null) },
    ]),
  );

  async function drop(files: File[]) {
    const pictures = files.filter((file) => /^image\//.test(file.type));
    for (const file of pictures) await chair.picture(file, chair.asks?.photo ?? step?.name ?? 'At the chair');
    const scans = files.filter((file) => !pictures.includes(file));
    const tooth = chair.view?.units.find((one) => one.tooth === step?.tooth) ?? chair.view?.units[0];
    if (scans.length === 0 || !tooth) return;
    dropped.files = scans;
    await navigate('/inspect/:id', { params: { id: tooth.id } });
  }
</script>

<svelte:head><title>{chair.view ? `Chair · case ${chair.view.number}` : 'Chair'} · Dentelle</title></svelte:head>

<div class="chair">
  {#if chair.missing}
    <p class="m-10 border-l-4 border-critical pl-4">{chair.missing} <a class="underline" href="/">To the day</a></p>
  {:else if chair.view && step}
    <header>
      <span class="measure text-[34px] leading-none">{unit?.written ?? chair.view.visit.name}</span>
      <p class="min-w-0 truncate text-soft">
        <a href="/case/{chair.view.caseId}" class="underline decoration-hairline underline-offset-4"
          >case {chair.view.number}</a
        >
        · step {chair.at + 1} of {chair.steps.length}{chair.minutesIn === null ? '' : ` · ${chair.minutesIn} min in`}
      </p>
      {#if chair.view.alerts.length > 0}
        <p class="alerts" role="note" aria-label="Alerts">
          <svg viewBox="0 0 24 22" width="24" aria-hidden="true"
            ><path
              d="M12 1.5 23 20.5H1Z M12 8v6 M12 16.6v1.2"
              fill="none"
              stroke="currentColor"
              stroke-width="2"
            /></svg
          >
          {chair.view.alerts.join(' · ')}
        </p>
      {/if}
    </header>
    <div class="middle" class:plain={!drawn && !panel && !asksPoints}>
      {#if panel === 'reading'}
        <ReadingPanel {chair} onclose={() => (panel = null)} />
      {:else if panel === 'entry'}
        <EntryPanel {chair} onclose={() => (panel = null)} />
      {:else if panel === 'gate' || asksPoints}
        <GatePanel
          {chair}
          onclose={() => (panel = null)}
          onpassed={() => {
            panel = null;
            void chair.finish();
          }}
        />
      {:else if drawn && unit}
        <figure>
          <StepFigure {step} {unit} {shape} width={520} height={450} large />
        </figure>
      {/if}
      <StepWords {chair} {step} onwrite={() => (panel = 'entry')} onpoints={() => (panel = 'gate')} />
    </div>
    <Clocks {chair} />
    <ChairActions {chair} bind:panel {label} onnext={next} />
  {:else if chair.view}
    <p class="m-10">
      This case has no tooth yet: there is nothing to do at the chair.
      <a class="underline" href="/case/{chair.view.caseId}">To the case</a>
    </p>
  {/if}
</div>
<DropScans ondrop={(files) => void drop(files)} />

<style>
  .chair {
    display: grid;
    grid-template-rows: 66px minmax(0, 1fr) auto 104px;
    height: 100%;
    background: var(--paper);
    color: var(--ink);
    font-size: 22px;
    line-height: 1.3;
  }
  header {
    display: flex;
    align-items: center;
    gap: 20px;
    padding: 0 22px;
    border-bottom: 1px solid var(--hairline);
  }
  .alerts {
    display: flex;
    align-items: center;
    gap: 12px;
    margin-left: auto;
    color: var(--critical);
    font-weight: 600;
    white-space: nowrap;
  }
  .middle {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 452px;
    gap: 28px;
    min-height: 0;
    padding-left: 8px;
  }
  .middle.plain {
    grid-template-columns: minmax(0, 1fr);
    padding-left: 60px;
  }
  figure {
    display: grid;
    align-content: center;
    min-height: 0;
    overflow: hidden;
  }
</style>
