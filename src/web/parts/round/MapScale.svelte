<script lang="ts">
  import { INK_GROWTH, LEAST_INK, MOST_STEPS, STEP } from '../../scene/mapSteps';
  import { mm } from '../../words/words';

  let { over, short }: { over: string; short: string } = $props();

  const WIDTH = 22;
  const HEIGHT = 12;
  const steps = Array.from({ length: MOST_STEPS }, (_, i) => i + 1);
  /** As the map's own ink grows. */
  const share = (step: number) => LEAST_INK + (1 - LEAST_INK) * (step / MOST_STEPS) ** INK_GROWTH;
</script>

<svg
  width={2 * MOST_STEPS * WIDTH + 2 * WIDTH}
  height="34"
  role="img"
  aria-label="Scale of the map: {over} to the left, {short} to the right, by steps of {mm(STEP)}"
  class="block"
>
  <defs>
    {#each [{ id: 'over', d: 'M0 0L6 6' }, { id: 'short', d: 'M0 6L6 0' }] as { id, d } (id)}
      <pattern id="map-{id}" width="6" height="6" patternUnits="userSpaceOnUse">
        <path {d} class="stroke" />
      </pattern>
    {/each}
  </defs>
  <g transform="translate({(MOST_STEPS + 1) * WIDTH} 2)">
    <rect x={-WIDTH} width={2 * WIDTH} height={HEIGHT} class="bare" />
    {#each steps as step (step)}
      {#each [{ kind: 'short', x: step * WIDTH }, { kind: 'over', x: -(step + 1) * WIDTH }] as { kind, x } (kind)}
        <rect {x} width={WIDTH} height={HEIGHT} class={kind} fill-opacity={share(step)} />
        <rect {x} width={WIDTH} height={HEIGHT} fill="url(#map-{kind})" />
      {/each}
    {/each}
    {#each [1, 3, 5] as step (step)}
      <text x={step * WIDTH} y={HEIGHT + 15} text-anchor="middle">{mm(step * STEP)}</text>
      <text x={-step * WIDTH} y={HEIGHT + 15} text-anchor="middle">{mm(step * STEP)}</text>
    {/each}
  </g>
</svg>
<p class="flex justify-between text-[13px] text-soft" style:width="{(2 * MOST_STEPS + 2) * WIDTH}px">
  <span>← {over}</span><span>{short} →</span>
</p>

<style>
  .bare {
    fill: var(--leaf);
    stroke: var(--hairline);
  }
  .short {
    fill: var(--short);
  }
  .over {
    fill: var(--over-mark);
  }
  .stroke {
    stroke: var(--ink);
    stroke-opacity: 0.4;
    stroke-width: 1;
  }
  /* As on the body: dark strokes on the light inks of the chair screen. */
  :global([data-theme='chair']) .stroke {
    stroke: var(--paper);
  }
  text {
    font: 400 13px var(--font-plate);
    fill: var(--soft);
  }
</style>
