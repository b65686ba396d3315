<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { mm } from '../../words/words';

  let {
    beside,
    doubt,
    unit,
    over,
  }: {
    beside: { value: number; planned: number; least: number; most: number };
    doubt: number;
    unit: string;
    over: boolean;
  } = $props();

  const WIDTH = 268;
  const ends = $derived.by(() => {
    const values = [beside.value - doubt, beside.value + doubt, beside.planned, beside.least, beside.most];
    const room = Math.max(0.2, (Math.max(...values) - Math.min(...values)) * 0.25);
    const low = Math.min(...values) - room;
    return [unit === 'mm' && Math.min(...values) >= 0 ? Math.max(0, low) : low, Math.max(...values) + room] as const;
  });
  const x = $derived(scaleLinear(ends, [6, WIDTH - 6]));
  const told = (value: number) => (unit === 'mm' ? mm(value) : `${Math.round(value)}°`);
  const close = $derived(Math.abs(x(beside.value) - x(beside.planned)) < 30);
</script>

<svg
  viewBox="0 0 {WIDTH} 46"
  class="w-full"
  role="img"
  aria-label="Measured {told(beside.value)}, planned {told(beside.planned)}, from {told(beside.least)} to {told(
    beside.most,
  )}"
>
  <line x1="2" x2={WIDTH - 2} y1="16" y2="16" stroke="var(--firm)" />
  {#each x.ticks(6) as tick (tick)}
    <line x1={x(tick)} x2={x(tick)} y1="13" y2="19" stroke="var(--firm)" />
  {/each}
  <rect
    x={x(beside.least)}
    y="10"
    width={Math.max(2, x(beside.most) - x(beside.least))}
    height="12"
    fill="var(--room)"
    stroke="var(--hatch)"
    stroke-width="0.7"
  />
  <line x1={x(beside.planned)} x2={x(beside.planned)} y1="4" y2="28" stroke="var(--ink)" stroke-width="2" />
  <g
    stroke={over ? 'var(--over-mark)' : 'var(--short)'}
    fill={over ? 'var(--over-mark)' : 'var(--short)'}
    stroke-width="2"
  >
    <line x1={x(beside.value - doubt)} x2={x(beside.value + doubt)} y1="16" y2="16" />
    <line x1={x(beside.value - doubt)} x2={x(beside.value - doubt)} y1="11" y2="21" />
    <line x1={x(beside.value + doubt)} x2={x(beside.value + doubt)} y1="11" y2="21" />
    <circle cx={x(beside.value)} cy="16" r="4" stroke="none" />
  </g>
  <text
    x={x(beside.value) - (close && beside.value < beside.planned ? 12 : close ? -12 : 0)}
    y="42"
    text-anchor="middle"
    class={over ? 'over' : 'short'}>{told(beside.value)}</text
  >
  <text
    x={x(beside.planned) + (close && beside.value <= beside.planned ? 12 : close ? -12 : 0)}
    y="42"
    text-anchor="middle"
    class="ink">{told(beside.planned)}</text
  >
</svg>

<style>
  text {
    font: 400 15px var(--font-plate);
  }
  .ink {
    fill: var(--ink);
  }
  .short {
    fill: var(--short);
  }
  .over {
    fill: var(--over);
  }
</style>
