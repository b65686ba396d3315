<script lang="ts">
  import type { Reading } from '../../../api/client';
  import type { Label } from '../../../figures/labelled';
  import { verdicts } from '../../../words/verdicts';

  let { label, selected, reading, onpick }: { label: Label; selected: boolean; reading?: Reading; onpick: () => void } =
    $props();

  const anchor = $derived(label.side === 'left' || label.before ? 'end' : 'start');
  const verdict = $derived(reading?.finding ? verdicts[reading.finding.verdict] : null);
  const leaderX = $derived(
    anchor === 'end' ? label.at.x + (label.before ? 4 : 6) : label.at.x - (label.side === 'right' ? 6 : 4),
  );
  const words = $derived(
    [label.number, ...label.captions, reading?.finding?.headline ?? ''].filter(Boolean).join(', '),
  );
</script>

<line x1={leaderX} y1={label.at.y - 7} x2={label.to.x} y2={label.to.y} class="leader" class:selected />
<g
  role="button"
  tabindex="0"
  aria-label={words}
  aria-pressed={selected}
  class="pick"
  class:selected
  onclick={onpick}
  onkeydown={(event) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    onpick();
  }}
>
  <rect
    x={anchor === 'end' ? label.at.x - 92 : label.at.x - 6}
    y={label.at.y - 24}
    width="98"
    height="44"
    fill="transparent"
  />
  <circle cx={label.to.x} cy={label.to.y} r="14" fill="transparent" />
  <circle
    cx={label.to.x}
    cy={label.to.y}
    r={selected ? 5 : 2.8}
    class="dot"
    style:fill={verdict && !selected ? verdict.colour : undefined}
  />
  <text x={label.at.x} y={label.at.y} text-anchor={anchor} class="number" class:margin={!label.zone}
    >{label.number}</text
  >
  {#each label.captions as caption, i (caption)}
    <text x={label.at.x} y={label.at.y + 15 + i * 14} text-anchor={anchor} class="caption">
      {#if i === 0 && verdict}<tspan style:fill={verdict.colour}>{`${verdict.sign}\u00a0`}</tspan>{/if}{caption}
    </text>
  {/each}
</g>

<style>
  text {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    stroke-linejoin: round;
  }
  .leader {
    stroke: var(--soft);
    stroke-width: 0.7;
  }
  .leader.selected {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  .dot {
    fill: var(--outline);
  }
  .selected .dot {
    fill: var(--plum);
  }
  .number {
    font: 400 22px var(--font-plate);
    font-variant-numeric: lining-nums tabular-nums;
    fill: var(--number);
  }
  .number.margin {
    font-size: 19px;
  }
  .selected .number {
    font-size: 30px;
    fill: var(--plum);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .pick {
    cursor: pointer;
  }
  .pick:focus-visible {
    outline: none;
  }
  .pick:focus-visible .number {
    text-decoration: underline;
  }
</style>
