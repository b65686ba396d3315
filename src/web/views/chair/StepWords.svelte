<script lang="ts">
  import { mm, plain } from '../../words/words';
  import type { ChairState, Step } from './chairState.svelte';

  let { chair, step, onwrite, onpoints }: { chair: ChairState; step: Step; onwrite: () => void; onpoints: () => void } =
    $props();

  const deepest = $derived(step.depths.toSorted((a, b) => b.sinkMm - a.sinkMm)[0]);
  const others = $derived(step.depths.filter((depth) => depth !== deepest));
  const speeds = { none: '', low: 'Low speed', high: 'High speed' } as const;
  const how = $derived(
    [speeds[step.speed], step.speed === 'none' ? '' : step.water ? 'water on' : 'dry'].filter(Boolean).join(', '),
  );
  const next = $derived(chair.after);
  // The points have a button of their own.
  const asked = $derived([
    ...(chair.asks?.asks ?? [])
      .filter((ask) => ask !== 'points')
      .map((ask) => (ask === 'material' ? 'material and batch' : ask)),
    ...(chair.asks?.photo ? ['picture'] : []),
  ]);
</script>

<section aria-label="Step" aria-live="polite">
  <h1 class:done={chair.done.has(step.key)}>
    {step.name}{step.part ? `, ${step.part}` : ''}{#if chair.done.has(step.key)}<small> done</small>{/if}
  </h1>
  {#if deepest}
    <p class="number">
      <span class="measure">{mm(deepest.sinkMm)}</span>
      <span class="unit"
        ><b class="measure">mm deep</b>{#if deepest.mark}<br />{deepest.mark}{/if}{#if deepest.place}<br
          />{deepest.place}{/if}</span
      >
    </p>
    {#each others as depth (depth.sinkMm + (depth.place ?? ''))}
      <p class="small">
        <span class="measure">{mm(depth.sinkMm)}</span>
        {depth.place ?? ''}{depth.mark ? `, ${depth.mark}` : ''}
      </p>
    {/each}
  {:else if step.waitMinutes}
    <p class="number">
      <span class="measure">{step.waitMinutes}</span>
      <span class="unit"><b class="measure">min</b><br />wait after it</span>
    </p>
  {/if}
  {#if step.stroke}<p class={deepest ? '' : 'how'}>{step.stroke}</p>{/if}
  {#if step.burName || step.tool}
    <p class="text-soft">{step.burName ?? step.tool}{step.missing ? ', not in the drawer' : ''}</p>
  {/if}
  {#if how}<p class="text-soft">
      {how}{step.tiltDeg ? `, tipped ${Math.abs(step.tiltDeg)}° ${step.tiltDeg > 0 ? 'in' : 'out'}` : ''}
    </p>{/if}
  {#if step.hint}<p class="text-soft">{step.hint}</p>{/if}
  {#each step.cautions as caution (caution)}
    <p class="caution">{caution}</p>
  {/each}
  {#if step.check}<p class="check"><b>Check:</b> {step.check}</p>{/if}
  {#if chair.asks && (chair.asks.asks.length > 0 || chair.asks.photo)}
    <p class="asks">
      {#if chair.asks.asks.includes('points')}
        <button onclick={onpoints}
          >Five points{chair.open.length > 0 ? `: ${chair.open.length} open` : ': all passed'}</button
        >
      {/if}
      {#if asked.length > 0}
        <button onclick={onwrite}>Write down: {asked.join(', ')}</button>
      {/if}
    </p>
  {/if}
  {#if step.say}<p class="say">“{step.say}”</p>{/if}
  {#if next}
    <p class="then">
      Then: {next.name}{next.tooth && next.tooth !== step.tooth ? `, ${next.tooth}` : ''}{next.burId &&
      next.burId === step.burId
        ? ', same bur'
        : next.burName
          ? `, ${plain(next.burName)}`
          : ''}
    </p>
  {/if}
</section>

<style>
  section {
    min-height: 0;
    overflow-y: auto;
    padding: 12px 22px 12px 0;
  }
  h1 {
    font-size: 40px;
    line-height: 1.05;
  }
  h1.done {
    color: var(--soft);
  }
  h1 small {
    color: var(--done);
    font-size: 24px;
  }
  .number {
    display: flex;
    align-items: center;
    gap: 22px;
    color: var(--number);
  }
  .number > .measure {
    font-size: 150px;
    line-height: 0.95;
  }
  .number .unit {
    color: var(--ink);
  }
  .number .unit b {
    color: var(--number);
    font-size: 30px;
    font-weight: 400;
  }
  .small .measure {
    font-size: 34px;
    color: var(--number);
  }
  .how {
    font-size: 26px;
    margin-top: 10px;
  }
  .caution {
    border-left: 5px solid var(--over);
    padding-left: 14px;
    margin-top: 10px;
  }
  .check {
    border-top: 1px solid var(--hairline);
    margin-top: 12px;
    padding-top: 10px;
    font-size: 24px;
  }
  .asks {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin-top: 12px;
  }
  .asks button {
    border: 1px solid var(--plum);
    border-radius: 999px;
    min-height: 48px;
    padding: 4px 20px;
    color: var(--plum);
    text-align: left;
  }
  .say {
    margin-top: 12px;
    border-left: 3px solid var(--plum);
    padding-left: 14px;
    color: var(--soft);
  }
  .then {
    margin-top: 10px;
    color: var(--soft);
  }
</style>
