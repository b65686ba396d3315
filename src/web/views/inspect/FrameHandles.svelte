<script lang="ts">
  import { along, toScreen, type Vec, type View } from '../../scene/turntable';
  import type { Tooth } from './inspectState.svelte';

  let { view, tooth }: { view: View; tooth: Tooth } = $props();

  const LONG = 5;
  /** As the bodies are drawn: y to the facial, z to the bite. */
  const ways = $derived([
    { words: 'mesial', way: tooth.mesial as unknown as Vec, long: 7 },
    { words: 'facial', way: [0, 1, 0] as Vec, long: 7 },
    { words: 'bite', way: [0, 0, 1] as Vec, long: LONG + 5 },
  ]);
  const foot = $derived(toScreen([0, 0, 0], view));
</script>

{#each ways as { words, way, long } (words)}
  {@const tip = toScreen(along([0, 0, 0], way, long), view)}
  <line x1={foot.x} y1={foot.y} x2={tip.x} y2={tip.y} />
  <circle cx={tip.x} cy={tip.y} r="3.5" />
  <text x={tip.x + 7} y={tip.y + 4}>{words}</text>
{/each}

<style>
  line {
    stroke: var(--plum);
    stroke-width: 1.2;
    stroke-dasharray: 5 3;
  }
  circle {
    fill: var(--plum);
  }
  text {
    font-size: 13px;
    fill: var(--plum);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
</style>
