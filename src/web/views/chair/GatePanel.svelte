<script lang="ts">
  import { onMount } from 'svelte';
  import type { Schemas } from '../../api/client';
  import { plain } from '../../words/words';
  import type { ChairState } from './chairState.svelte';
  import Panel from './Panel.svelte';
  import { ScanPoints } from './scanPoints.svelte';

  let { chair, onclose, onpassed }: { chair: ChairState; onclose: () => void; onpassed: () => void } = $props();

  let why = $state('');
  let passing = false;
  const states = [
    { state: 'pass', words: 'Pass', sign: '✓' },
    { state: 'fail', words: 'Fail', sign: '✗' },
    { state: 'cant-tell', words: 'Can’t tell', sign: '?' },
  ] as const;
  const gate = $derived(chair.asks?.gate === true && chair.current && !chair.done.has(chair.current.key));

  const scans = new ScanPoints();
  onMount(() => {
    void scans.measure(chair.view?.units ?? []);
    return () => scans.stop();
  });

  /** What gauges and scans say to a point, each with its words. */
  function told(point: Schemas['ChairPointView']) {
    const scan = scans.of(point.tooth, point.point);
    return [
      ...(scan ? [{ state: scan.state, words: `scan: ${scan.measured}` }] : []),
      ...(point.measured ? [{ state: point.measured as string, words: `readings: ${point.measuredWords}` }] : []),
    ];
  }

  /** The one that fails counts before the one that passes. */
  const hint = (point: Schemas['ChairPointView']) =>
    ['fail', 'pass', 'cant-tell'].find((state) => told(point).some((one) => one.state === state));

  const failing = $derived((chair.view?.points ?? []).filter((one) => (one.answer ?? hint(one)) === 'fail').length);

  function say(point: Schemas['ChairPointView'], state: Schemas['CheckState']) {
    const measured = told(point).find((one) => one.state === state)?.words ?? null;
    const unit = chair.view?.units.find((one) => one.tooth === point.tooth)?.id;
    const note = { kind: 'point' as const, tooth: point.tooth, point: point.point, state, measured };
    void chair.enter(note, `${point.written}, ${point.words}`, unit);
  }

  async function pass() {
    // Pressed again while it is on its way, it is the same going on.
    if (passing) return;
    passing = true;
    try {
      const open = chair.open.map((point) => `${point.written} ${plain(point.point)}`);
      if (await chair.enter({ kind: 'gate', open, why }, 'Going on with open points')) onpassed();
    } finally {
      passing = false;
    }
  }
</script>

<Panel title={failing > 0 ? `Five points: ${failing} ${failing > 1 ? 'fail' : 'fails'}` : 'Five points'} {onclose}>
  <ul>
    {#each chair.view?.points ?? [] as point (point.tooth + point.point)}
      <li>
        <span class="measure tooth">{point.written}</span>
        <span class="words">
          {point.words}
          {#if point.answerWords}
            <span class="text-soft">answered {point.answerWords}</span>
          {:else}
            {#each told(point) as one (one.words)}
              <span class="text-soft">{one.words}</span>
            {:else}
              <span class="text-soft">by eye and hand</span>
            {/each}
          {/if}
        </span>
        <span class="choices" role="group" aria-label="{point.written}, {point.words}">
          {#each states as { state, words, sign } (state)}
            <button
              aria-pressed={point.answer === state}
              class:hinted={!point.answer && hint(point) === state}
              aria-label={words}
              title={words}
              onclick={() => say(point, state)}>{sign}</button
            >
          {/each}
        </span>
      </li>
    {/each}
  </ul>
  {#if scans.measuring}<p role="status" class="text-soft">Measuring the scans of {scans.measuring} …</p>{/if}
  {#each scans.refused as sentence (sentence)}<p class="text-soft">{sentence}</p>{/each}
  {#if chair.open.length === 0}
    <p>
      All points pass. {#if gate}<button class="enter" onclick={onpassed}>Go on</button>{/if}
    </p>
  {:else if gate}
    <label>
      <span>{chair.open.length} open. To go on all the same, say why:</span>
      <input type="text" maxlength="300" bind:value={why} />
    </label>
    <button class="enter" disabled={!why.trim()} onclick={() => void pass()}>Go on with {chair.open.length} open</button
    >
  {/if}
</Panel>

<style>
  li {
    display: flex;
    align-items: center;
    gap: 16px;
    border-top: 1px solid var(--hairline);
  }
  .tooth {
    font-size: 30px;
    min-width: 40px;
  }
  .words {
    display: flex;
    flex-direction: column;
    flex: 1;
    line-height: 1.15;
    padding: 6px 0;
  }
  li .choices {
    flex-wrap: nowrap;
    margin: 6px 0;
  }
  li .choices button {
    min-width: 56px;
    text-align: center;
    padding: 0;
  }
  .hinted {
    border-style: dashed !important;
    border-color: var(--number) !important;
  }
  .enter {
    margin-top: 12px;
  }
</style>
