<script lang="ts">
  import type { Point, Unit, Zone } from '../../../api/client';
  import AboveFigure from '../../../figures/AboveFigure.svelte';
  import { fit, mesialOnLeftFromAbove } from '../../../figures/plate';
  import ScaleBar from '../../../figures/ScaleBar.svelte';
  import { mm } from '../../../words/words';
  import { pointWords } from '../../../words/zoneWords';
  import type { UnitState } from '../unitState.svelte';

  let {
    unitState,
    unit,
    zone,
    width,
    height,
  }: { unitState: UnitState; unit: Unit; zone: Zone; width: number; height: number } = $props();

  const above = $derived(unit.drawing.above);
  const mesialLeft = $derived(mesialOnLeftFromAbove(unit.drawing.jaw, unit.drawing.isRight));
  const box = $derived({ x: 40, y: 84, width: width - 80, height: height - 84 - 84 });
  const on = $derived(fit(above.present, box, mesialLeft, true));
  const middle = $derived(height / 2 + 10);

  function numberOf(at: { zone: string } | Point): string {
    if ('zone' in at) {
      const depth = unit.plan.zones.find((one) => one.zone === at.zone)?.depthMm.target;
      return depth === undefined ? '' : mm(depth);
    }
    if (at.kind !== 'margin') return '';
    const piece = unit.plan.margin.find((one) => one.segment === at.where);
    return piece?.widthMm ? mm(piece.widthMm) : '';
  }
</script>

<svg {width} {height} viewBox="0 0 {width} {height}" class="block" role="group" aria-label="Plate, from above">
  <text x="22" y="34" class="title">{unit.plan.tooth}, from above</text>
  <text x="22" y="53" class="caption">along the path · facial side up</text>
  <AboveFigure
    {above}
    {on}
    selected={unitState.point ? '' : zone.zone}
    point={unitState.point}
    verdictOf={(name) => unitState.readingAt(name)?.finding?.verdict}
    {numberOf}
    onpick={(name) => unitState.select(name)}
    onpoint={(point) => unitState.pick(point)}
  />
  <text x={16} y={middle} class="caption" transform="rotate(-90 16 {middle})">{mesialLeft ? 'mesial' : 'distal'}</text>
  <text x={width - 10} y={middle} class="caption" transform="rotate(-90 {width - 10} {middle})"
    >{mesialLeft ? 'distal' : 'mesial'}</text
  >
  <text x={width / 2} y={height - 44} text-anchor="middle" class="caption">
    {unitState.point ? pointWords(unitState.point) : 'depths at their zones; rings on the finish line: its width'}
  </text>
  <ScaleBar x={22} y={height - 12} scale={on.scale} />
</svg>

<style>
  .title {
    font: 400 21px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
</style>
