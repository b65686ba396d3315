<script lang="ts">
  import LineButton from '../../../parts/LineButton.svelte';
  import type { Unit, Zone } from '../../../api/client';
  import { cuspOf, threadWords } from '../../../words/zoneWords';
  import { verdicts } from '../../../words/verdicts';
  import { mm, plain } from '../../../words/words';
  import type { UnitState } from '../unitState.svelte';

  let {
    unitState,
    unit,
    zone,
    onprint,
    onoptions,
  }: { unitState: UnitState; unit: Unit; zone: Zone; onprint: () => void; onoptions: () => void } = $props();

  const read = $derived(unit.plan.zones.filter((candidate) => unitState.readingAt(candidate.zone)).length);
  const warned = $derived(unit.plan.cautions.map((caution) => caution.zone));
  let thread = $state<HTMLOListElement>();
  let room = $state(0);
  let scrolled = $state(0);

  // What lies beyond an edge is told there, and one tap brings it.
  const knot = $derived.by(() => {
    void room;
    return thread ? thread.scrollWidth / unit.plan.zones.length : 1;
  });
  const before = $derived(Math.round(scrolled / knot));
  const after = $derived(Math.max(0, unit.plan.zones.length - Math.round((scrolled + room) / knot)));

  function page(by: number) {
    thread?.scrollBy({ left: by * (room - knot), behavior: 'smooth' });
  }

  // The chosen knot stays in sight on a narrow screen, clear of the edges' buttons.
  $effect(() => {
    thread?.querySelector(`[data-zone="${zone.zone}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  });
</script>

<nav class="col-span-3 border-t border-firm bg-leaf px-5 pt-2 pb-2" aria-label="Zones">
  <div class="quiet mb-1 flex items-baseline gap-5">
    <span class="mr-2">{unit.plan.zones.length} {unit.plan.zones.length === 1 ? 'zone' : 'zones'} · {read} read</span>
    <LineButton onclick={onoptions}>Options</LineButton>
    <LineButton onclick={onprint}>Print page</LineButton>
    <LineButton href="/api/cases/{unit.case.id}/file" download>Save as file</LineButton>
    <LineButton onclick={() => unitState.finish(!unit.finished)}>
      {unit.finished ? 'Open again' : 'Mark finished'}
    </LineButton>
    <span class="ml-auto flex gap-3">
      <span><span class="key">←</span> <span class="key">→</span> zones</span>
      <span><span class="key">R</span> reading</span>
      <span><span class="key">+</span> <span class="key">−</span> build-out</span>
      <span><span class="key">U</span> undo</span>
    </span>
  </div>
  <div class="relative">
    {#if before > 0}
      <button class="more before" aria-label="{before} zones before" onclick={() => page(-1)}>‹ {before}</button>
    {/if}
    {#if after > 0}
      <button class="more after" aria-label="{after} more zones" onclick={() => page(1)}>{after} ›</button>
    {/if}
    <ol
      class="-mx-1 flex overflow-x-auto px-1 pt-1"
      bind:this={thread}
      bind:clientWidth={room}
      onscroll={(event) => (scrolled = event.currentTarget.scrollLeft)}
    >
      {#each unit.plan.zones as at (at.zone)}
        {@const reading = unitState.readingAt(at.zone)}
        {@const verdict = reading?.finding ? verdicts[reading.finding.verdict] : null}
        {@const current = at.zone === zone.zone}
        <li class="relative min-w-[76px] max-xl:min-w-[88px] flex-1 scroll-mx-14" data-zone={at.zone}>
          <span class="thread" class:firm={verdict}></span>
          <button
            class="relative flex min-h-[66px] w-full flex-col items-start pr-1 text-left text-[13px] leading-tight"
            aria-current={current ? 'step' : undefined}
            onclick={() => unitState.select(at.zone)}
          >
            <span
              class="knot"
              class:current
              style:--colour={verdict?.colour ?? 'var(--outline)'}
              class:filled={verdict}
              aria-hidden="true">{verdict?.sign ?? ''}</span
            >
            <span class="measure text-[16px] {current ? 'text-plum' : ''}"
              >{mm(at.depthMm.target)}{#if warned.includes(at.zone)}<span class="ml-1 font-text text-[13px] text-over"
                  >!<span class="sr-only"> caution</span></span
                >{/if}</span
            >
            <span class={current ? 'font-semibold' : 'text-soft'}>{threadWords(at.kind)}</span>
            <span class="text-soft">{plain(cuspOf(at.zone, at.kind))}</span>
            {#if verdict}<span class="sr-only">, {verdict.words}</span>{/if}
          </button>
        </li>
      {/each}
    </ol>
  </div>
</nav>

<style>
  .more {
    position: absolute;
    z-index: 1;
    top: 0;
    bottom: 0;
    min-width: 68px;
    padding: 0 4px;
    text-align: left;
    background: linear-gradient(to right, var(--leaf) 55%, transparent);
    color: var(--plum);
    font-size: 15px;
  }
  .more.before {
    left: -4px;
  }
  .more.after {
    right: -4px;
    text-align: right;
    background: linear-gradient(to left, var(--leaf) 55%, transparent);
  }
  .thread {
    position: absolute;
    left: 0;
    right: 0;
    top: 9px;
    border-top: 2px dotted var(--firm);
  }
  .thread.firm {
    border-top: 2px solid var(--firm);
  }
  .knot {
    display: grid;
    place-items: center;
    width: 20px;
    height: 20px;
    margin-bottom: 2px;
    border: 2px solid var(--colour);
    border-radius: 50%;
    background: var(--leaf);
    color: var(--leaf);
    font-size: 10px;
    line-height: 1;
    letter-spacing: -2px;
  }
  .knot.filled {
    background: var(--colour);
  }
  .knot.current {
    outline: 3px solid var(--plum);
    outline-offset: 1px;
  }
</style>
