<script lang="ts">
  import BurFigure from '../../figures/BurFigure.svelte';
  import ToothName from '../../parts/ToothName.svelte';
  import { clock } from '../../words/times';
  import { mm } from '../../words/words';
  import { phases, type SheetState, type Step } from './sheetState.svelte';

  let {
    step,
    sheet,
    first,
    last,
    head,
  }: { step: Step; sheet: SheetState; first: boolean; last: boolean; head: boolean } = $props();

  const tick = $derived(sheet.view?.ticks.find((one) => one.key === step.key));
  const bur = $derived(step.burId ? sheet.view?.burs[step.burId] : undefined);
  const written = $derived(sheet.view?.units.find((unit) => unit.tooth === step.tooth)?.written);
</script>

{#if head}
  <p class="quiet border-b border-hairline px-6 pt-3 pb-0.5">{phases[step.phase]}</p>
{/if}
<button
  class="row grid min-h-12 w-full items-center gap-x-3 border-l-4 pr-12 pl-5 text-left hover:bg-leaf"
  class:current={sheet.current?.key === step.key}
  data-key={step.key}
  aria-current={sheet.current?.key === step.key ? 'step' : undefined}
  onclick={() => (sheet.selected = step.key)}
>
  <span class="quiet measure leading-tight"
    >{clock(sheet.view?.visitAt, step.start)}<span class="block xl:hidden">{step.minutes} min</span></span
  >
  <svg width="20" height="48" viewBox="0 0 20 48" aria-hidden="true">
    {#if !first}<line x1="10" y1="0" x2="10" y2="24" class="thread" class:joint={step.takesUp} />{/if}
    {#if !last}<line x1="10" y1="24" x2="10" y2="48" class="thread" />{/if}
    <circle
      cx="10"
      cy="24"
      r="5"
      class="knot"
      class:done={tick?.endedAt}
      class:running={tick && !tick.endedAt}
      class:open={!tick}
    />
  </svg>
  <span class="h-10">
    {#if bur}
      <BurFigure shape={bur} sink={step.sinkMm} scale={2.6} height={40} />
    {/if}
  </span>
  <span class="measure text-[22px] leading-none text-number"
    >{#if written}<ToothName {written} />{/if}</span
  >
  <span class="min-w-0">
    <span class="block truncate font-semibold">{step.name}{step.part ? `, ${step.part}` : ''}</span>
    <span class="quiet block truncate">
      {#if step.takesUp}<span class="text-plum max-xl:sr-only">change to</span>{/if}
      <span class:max-xl:text-plum={step.takesUp}>{step.burName ?? step.tool ?? 'by hand'}</span>{#if step.missing}<span
          class="text-over"
        >
          · makeshift</span
        >{/if}
    </span>
  </span>
  <span class="text-right">
    {#each step.depths.slice(0, 2) as depth (depth.sinkMm + (depth.place ?? ''))}
      <span class="measure block leading-none {step.depths.length > 1 ? 'text-[16px]' : 'text-[21px]'}"
        >{mm(depth.sinkMm)}</span
      >
    {/each}
  </span>
  <span class="quiet measure text-right max-xl:hidden">{step.minutes} min</span>
</button>

<style>
  .row {
    grid-template-columns: 3.1rem 20px 22px 2.6rem minmax(0, 1fr) 3rem 3.6rem;
    border-color: transparent;
  }
  @media (width < 80rem) {
    .row {
      grid-template-columns: 3.3rem 20px 22px 2.3rem minmax(0, 1fr) 2.4rem;
      column-gap: 0.5rem;
    }
  }
  .row.current {
    border-color: var(--plum);
    background: var(--leaf);
  }
  .thread {
    stroke: var(--outline);
    stroke-width: 2;
  }
  .thread.joint {
    stroke-width: 1.4;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .knot {
    fill: var(--outline);
    stroke: var(--outline);
    stroke-width: 1.5;
  }
  .knot.open {
    fill: var(--paper);
  }
  .knot.done {
    fill: var(--done);
    stroke: var(--done);
  }
  .knot.running {
    fill: var(--plum);
    stroke: var(--plum);
  }
</style>
