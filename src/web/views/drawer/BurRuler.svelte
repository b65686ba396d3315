<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { radiusAt } from '../../figures/bur';
  import { spread } from '../../figures/labels';
  import BurShape from '../../figures/BurShape.svelte';
  import { mm, upperFirst } from '../../words/words';

  let { bur }: { bur: Schemas['DrawerBurView'] } = $props();

  let width = $state(300);

  const height = 236;
  const axis = 56;
  const row = 25;

  /** As large as the panel allows: small balls too are looked at closely. */
  const scale = $derived(Math.min(34, (height - 34) / (bur.lengthMm + 0.6), (2 * axis - 30) / bur.largestMm));
  const on = $derived({ scale, originX: axis, originY: height - 8, flip: false, up: true });
  const longest = $derived((height - 10) / scale);
  const y = (at: number) => on.originY - at * scale;
  const radius = (at: number) => radiusAt(bur.shape.outline, at);
  const ticks = $derived(Array.from({ length: Math.floor(bur.lengthMm + 1e-6) + 1 }, (_, i) => i));
  const read = $derived(
    bur.sums.flatMap((sum) => (sum.atMm === null || sum.atMm === undefined ? [] : [{ ...sum, at: sum.atMm }])),
  );
  const placed = $derived(
    spread(
      read.map((sum) => ({ id: sum.words, y: y(sum.at) + 5, height: row })),
      18,
      height - 4,
    ),
  );
  /** A ring or a neck stops it: where the tooth's surface then lies, beside the axis. */
  const stop = $derived(bur.sums.find((sum) => sum.kind === 'depth' && (sum.atMm === null || sum.atMm === undefined)));
  const surface = $derived(stop ? axis + (bur.largestMm / 2 - stop.value) * scale : null);
  const shortly = (words: string) =>
    words
      .replace('diameter', 'width')
      .replace(' of the way', '')
      .replace('a third up', '⅓ up')
      .replace('two thirds up', '⅔ up');
</script>

<div class="w-full" bind:clientWidth={width}>
  <svg {width} {height} viewBox="0 0 {width} {height}" role="img" aria-label="{bur.name}, where depths are read on it">
    {#each ticks as tick (tick)}
      <line x1="2" x2={tick % 5 === 0 ? 14 : 8} y1={y(tick)} y2={y(tick)} class="tick" />
      {#if tick % 5 === 0 && tick > 0}<text x="17" y={y(tick) + 4} class="number">{tick}</text>{/if}
    {/each}
    <BurShape shape={bur.shape} {on} {longest} bandHeight={5} />
    {#if surface !== null}
      {@const middle = y(bur.lengthMm / 2)}
      <line x1={surface} x2={surface} y1={y(-0.2)} y2={y(bur.lengthMm)} class="depth" />
      <path d="M{surface + 2} {middle}L118 {middle}" class="thread" />
      <text x="122" y={middle + 5}>Surface of the tooth</text>
    {/if}
    {#each read as sum (sum.words)}
      {@const at = y(sum.at)}
      {@const label = placed.get(sum.words) ?? at}
      <line
        x1={axis - radius(sum.at) * scale - 4}
        x2={axis + radius(sum.at) * scale + 4}
        y1={at}
        y2={at}
        class={sum.kind === 'depth' ? 'depth' : 'across'}
      />
      <path d="M{axis + radius(sum.at) * scale + 4} {at}L112 {label - 5}L118 {label - 5}" class="thread" />
      <text x="122" y={label}>{upperFirst(shortly(sum.words))}</text>
      <text x={width - 1} y={label + 1} text-anchor="end" class="value measure">{mm(sum.value)}</text>
    {/each}
  </svg>
</div>

<style>
  .tick,
  .thread {
    stroke: var(--soft);
    stroke-width: 0.8;
    fill: none;
  }
  .depth {
    stroke: var(--plum);
    stroke-width: 2;
  }
  .across {
    stroke: var(--outline);
    stroke-width: 1;
    stroke-dasharray: 2 2;
  }
  text {
    font-size: 13px;
    fill: var(--ink);
  }
  .number {
    font-size: 11px;
    fill: var(--soft);
  }
  .value {
    font-size: 18px;
  }
</style>
