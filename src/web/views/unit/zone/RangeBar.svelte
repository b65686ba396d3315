<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Reading, Zone } from '../../../api/client';
  import { verdicts } from '../../../words/verdicts';
  import { mm } from '../../../words/words';

  let { zone, reading }: { zone: Zone; reading?: Reading } = $props();

  const width = 276;
  // A reading is held against its own expectation: a clearance counts the room that was there before.
  const range = $derived(reading?.finding?.expectedMm ?? zone.depthMm);
  const reach = $derived(Math.max(range.max + 0.4, (reading?.belowMm ?? reading?.fromMm ?? 0) + 0.2, 1.2));
  const x = $derived(scaleLinear([0, reach], [2, width - 2]));
  const sign = $derived(reading?.finding ? verdicts[reading.finding.verdict] : null);
</script>

<svg
  viewBox="0 0 {width} 44"
  class="w-full"
  role="img"
  aria-label="Range {mm(range.min)} to {mm(range.max)}{reading ? `, read ${reading.said}` : ''}"
>
  <line x1="2" x2={width - 2} y1="18" y2="18" stroke="var(--firm)" />
  <rect
    x={x(range.min)}
    y="12"
    width={Math.max(2, x(range.max) - x(range.min))}
    height="12"
    fill="var(--room)"
    stroke="var(--hatch)"
    stroke-width="0.7"
  />
  <line x1={x(range.target)} x2={x(range.target)} y1="6" y2="30" stroke="var(--ink)" stroke-width="2" />
  {#if reading && sign}
    {@const from = x(reading.fromMm)}
    {@const to = reading.belowMm == null ? width - 2 : x(reading.belowMm)}
    <rect x={from} y="16" width={Math.max(4, to - from)} height="4" fill={sign.colour} />
    <circle cx={from} cy="18" r="5" fill={sign.colour} />
    {#if reading.belowMm != null && reading.belowMm > reading.fromMm}
      <circle cx={to} cy="18" r="4" fill="var(--leaf)" stroke={sign.colour} stroke-width="2" />
    {/if}
    <text x={Math.min(Math.max(from, 12), width - 96)} y="41" font-size="13" fill={sign.colour}>
      read {mm(reading.fromMm)}{reading.belowMm == null
        ? ' or more'
        : reading.belowMm > reading.fromMm
          ? `–${mm(reading.belowMm)}`
          : ''}
    </text>
  {/if}
</svg>
