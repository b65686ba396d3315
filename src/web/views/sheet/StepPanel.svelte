<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { mm } from '../../words/words';
  import type { SheetState, Step } from './sheetState.svelte';
  import StepFigure from './StepFigure.svelte';
  import { minutesAndSeconds, waitsOf } from './waits';

  let {
    step,
    sheet,
    ontick,
    onshift,
  }: { step: Step; sheet: SheetState; ontick: () => void; onshift: (by: number) => void } = $props();

  const unit = $derived(step.tooth ? sheet.drawings.byTooth[step.tooth] : undefined);
  const shape = $derived(step.burId ? sheet.view?.burs[step.burId] : undefined);
  const running = $derived(sheet.running?.key === step.key ? sheet.running : null);
  const done = $derived(sheet.view?.ticks.find((tick) => tick.key === step.key && tick.endedAt));
  const laidOut = $derived(Object.entries(Object.groupBy(sheet.view?.layOut ?? [], (item) => item.group)));
  let now = $state(Date.now());

  const waits = $derived(waitsOf(sheet.steps, sheet.view?.ticks ?? [], now));
  const ticking = $derived(Boolean(running) || waits.some((wait) => wait.left > 0));

  $effect(() => {
    // Ticks that just came may have set a clock going.
    void sheet.view;
    now = Date.now();
  });
  $effect(() => {
    if (!ticking) return;
    const timer = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(timer);
  });

  const passed = $derived.by(() => {
    if (!running) return '';
    return minutesAndSeconds(Math.max(0, Math.floor((now - new Date(running.startedAt).getTime()) / 1000)));
  });
  const speeds = { none: '', low: 'low speed', high: 'high speed' } as const;
  const how = $derived([speeds[step.speed], step.water ? 'water' : step.speed === 'none' ? '' : 'dry'].filter(Boolean));
</script>

<aside class="flex min-h-0 flex-col border-l border-hairline bg-leaf" aria-label="Step">
  <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
    <p class="quiet">step {step.order} of {sheet.steps.length}</p>
    <h2 class="text-[23px] leading-tight">{step.name}{step.part ? `, ${step.part}` : ''}</h2>
    {#each step.depths as depth (depth.sinkMm + (depth.place ?? ''))}
      <p class="mt-1 grid grid-cols-[auto_1fr] items-baseline gap-2">
        <span class="measure leading-none text-number {step.depths.length > 1 ? 'text-[34px]' : 'text-[54px]'}"
          >{mm(depth.sinkMm)}</span
        >
        <span class="text-soft"
          >mm{depth.mark ? `, ${depth.mark}` : ''}{#if depth.place}<span class="block text-text">{depth.place}</span
            >{/if}</span
        >
      </p>
    {/each}
    {#if unit && unit.drawing && (step.zones.length > 0 || step.segments.length > 0)}
      <StepFigure {step} {unit} {shape} />
    {/if}
    <dl class="mt-2 text-[14px]">
      {#if step.burName || step.tool}
        <dt>Bur</dt>
        <dd>
          {step.burName ?? step.tool}
          {#if step.bur}<span class="quiet block">ISO {step.bur.replace(/(\d{3})(?=\d)/g, '$1 ')}</span>{/if}
          {#if step.burWhy}<span class="quiet block">{step.burWhy}.</span>{/if}
          {#if step.runnerUp}<span class="quiet block">Else: {step.runnerUp}</span>{/if}
          {#if step.missing}
            <span class="block text-over">Not in the drawer: {step.missing}. Instead {step.instead}.</span>
          {/if}
        </dd>
      {/if}
      {#if step.stroke}<dt>How</dt>
        <dd>{step.stroke}{how.length > 0 ? ` (${how.join(', ')})` : ''}</dd>{/if}
      {#if step.hint}<dt></dt>
        <dd class="text-soft">{step.hint}</dd>{/if}
      {#if step.tiltDeg !== null && step.tiltDeg !== undefined}
        <dt>Angle</dt>
        <dd>
          {Math.abs(step.tiltDeg)}° to the path{step.tiltDeg === 0
            ? ': in the line of draw'
            : step.tiltDeg > 0
              ? ', tipped in'
              : ', tipped out'}
        </dd>
      {/if}
      {#if step.cuts.length > 1}
        <dt>Zones</dt>
        <dd>
          {#each step.cuts as cut (cut.zone)}
            <span class="flex justify-between gap-2">
              <span>{cut.zone.replaceAll('-', ' ')}</span>
              <span class="measure">{cut.sinkMm === null || cut.sinkMm === undefined ? '' : mm(cut.sinkMm)}</span>
            </span>
          {/each}
        </dd>
      {/if}
      {#if step.remainingMm}<dt>Leaves</dt>
        <dd>{mm(step.remainingMm)}</dd>{/if}
      {#if step.view}
        <dt>Place</dt>
        <dd>
          {step.view.position}, head {step.view.head}, {step.view.sight === 'mirror' ? 'in the mirror' : 'direct view'}
        </dd>
      {/if}
      {#if step.assistant}<dt>Assistant</dt>
        <dd>{step.assistant}</dd>{/if}
      {#if step.check}<dt>Check</dt>
        <dd>{step.check}</dd>{/if}
      {#if step.waitMinutes}<dt>Then wait</dt>
        <dd>{step.waitMinutes} min</dd>{/if}
      <dt>Time</dt>
      <dd>{step.minutes} min, {step.learned ? 'this practice’s own' : 'assumed'}</dd>
    </dl>
    {#if step.say}
      <p class="mt-3 border-l-3 border-plum pl-3">
        <span class="quiet block">To the patient</span>
        “{step.say}”
      </p>
    {/if}
    {#each step.cautions as caution (caution)}
      <p class="mt-2 border-l-4 border-over pl-3 text-[14px]">{caution}</p>
    {/each}
    {#if step.phase === 'before'}
      <section class="mt-4" aria-label="Laid out">
        <h3 class="border-b border-firm text-[17px] text-soft">Laid out for this visit</h3>
        {#each laidOut as [group, items] (group)}
          <p class="quiet mt-1.5">{group}</p>
          {#each items ?? [] as item (item.name)}
            <p class="flex gap-2 text-[14px] leading-snug">
              <span class="measure w-5 text-right">{item.count}</span><span>{item.name}</span>
            </p>
          {/each}
        {/each}
      </section>
    {/if}
    <p class="mt-3 flex gap-3">
      <Button class="text-[13px]" onclick={() => onshift(-1)}>Do it earlier <span class="key">[</span></Button>
      <Button class="text-[13px]" onclick={() => onshift(1)}>Do it later <span class="key">]</span></Button>
    </p>
  </div>
  {#if waits.length > 0}
    <ul class="border-t border-hairline px-5 py-2" aria-label="Clocks">
      {#each waits as wait (wait.key)}
        <li class="flex items-baseline gap-3" class:over={wait.left === 0}>
          <span class="measure w-16 text-[26px] leading-tight">{minutesAndSeconds(wait.left)}</span>
          <span class="min-w-0 flex-1 text-[14px] text-soft"
            >{wait.name}{wait.left > 0 ? '' : ': waited long enough'}</span
          >
        </li>
      {/each}
    </ul>
    <p class="sr-only" role="status">
      {waits
        .filter((wait) => wait.left === 0)
        .map((wait) => `${wait.name}: waited long enough`)
        .join('; ')}
    </p>
  {/if}
  <div class="flex items-center gap-3 border-t border-hairline px-5 py-3">
    <button class="tick min-h-14 flex-1 rounded-full px-6 text-left text-[19px]" class:running onclick={ontick}>
      {#if running}Done <span class="measure ml-2">{passed}</span>{:else if done}Begin again{:else}Begin{/if}
      <span class="key ml-3">space</span>
    </button>
    {#if running || done}
      <LineButton onclick={() => void sheet.tick(step.key, 'take-back')}>Untick</LineButton>
    {/if}
  </div>
</aside>

<style>
  dl {
    display: grid;
    grid-template-columns: 5.2rem minmax(0, 1fr);
    gap: 0.35rem 0.6rem;
  }
  dt {
    color: var(--soft);
  }
  .tick {
    border: 1px solid var(--ink);
    background: var(--ink);
    color: var(--paper);
  }
  .tick .key {
    background: transparent;
    border-color: currentColor;
    color: inherit;
  }
  .over .measure {
    color: var(--done);
  }
  .tick.running {
    background: var(--plum);
    border-color: var(--plum);
    color: var(--on-plum);
  }
</style>
