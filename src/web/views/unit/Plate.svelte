<script lang="ts">
  import type { Unit, Zone } from '../../api/client';
  import { labelsOf } from '../../figures/labelled';
  import { extent, fit, mesialOnLeft, mesialOnLeftFromAbove, sectionWith, spanOf } from '../../figures/plate';
  import { plain } from '../../parts/words';
  import AboveFigure from './AboveFigure.svelte';
  import BodiesView from './BodiesView.svelte';
  import PlateLabel from './PlateLabel.svelte';
  import ScaleBar from './ScaleBar.svelte';
  import SectionFigure from './SectionFigure.svelte';
  import type { UnitState } from './unitState.svelte';

  let {
    unitState,
    unit,
    zone,
    turning = $bindable(false),
  }: { unitState: UnitState; unit: Unit; zone: Zone; turning?: boolean } = $props();

  let width = $state(740);
  let height = $state(520);

  const drawing = $derived(unit.drawing);
  const across = $derived(sectionWith(zone.zone, drawing.faciolingual, drawing.faciolingual[0]!));
  const showsAlong = $derived(
    !across.marks.some((mark) => mark.zone === zone.zone) &&
      drawing.mesiodistal.marks.some((mark) => mark.zone === zone.zone),
  );
  const main = $derived(showsAlong ? drawing.mesiodistal : across);
  const other = $derived(showsAlong ? across : drawing.mesiodistal);
  const up = $derived(drawing.jaw === 'lower');
  // The facial side stands at the left; mesial and distal as the cheek sees them.
  const flips = (plane: string) => (plane === 'faciolingual' ? true : mesialOnLeft(drawing.isRight));

  // Room round the main figure: title above, labels on both sides, convergence and scale below.
  // On a tablet the small figures give way; the arrow keys still bring every section up.
  const roomy = $derived(width >= 660);
  const side = $derived(roomy ? Math.max(168, width * 0.24) : 0);
  const head = $derived(up ? 122 : 84);
  const foot = $derived(up ? 92 : 132);
  const box = $derived({ x: 140, y: head, width: width - side - 280, height: height - head - foot });
  const on = $derived(fit(main.present, box, flips(main.plane), up));
  const edges = $derived(extent(main.present, on));
  const middle = $derived((edges.left + edges.right) / 2);
  const labels = $derived(
    labelsOf(main, unit.plan.zones, unit.plan.margin, on, {
      left: edges.left - 30,
      right: edges.right + 30,
      top: edges.top - 4,
      bottom: height - 84,
      middle,
      tooth: edges,
    }),
  );

  // The two small figures share one scale and stand below each other.
  const otherHeight = $derived(spanOf(other.present));
  const aboveHeight = $derived(spanOf(drawing.above.present));
  const small = $derived(Math.min(on.scale / 2, (height - 198) / (otherHeight + aboveHeight)));
  const sideBox = $derived({ x: width - side, width: side - 10 });
  // Above a lower tooth and below an upper one the antagonists need room of their own.
  const otherHead = $derived(up ? 78 : 64);
  const otherOn = $derived(
    fit(other.present, { ...sideBox, y: otherHead, height: otherHeight * small }, flips(other.plane), up, small),
  );
  const otherFoot = $derived(otherHead + otherHeight * small + (up ? 0 : 10));
  const aboveTop = $derived(otherFoot + 62);
  const aboveOn = $derived(
    fit(
      drawing.above.present,
      { ...sideBox, y: aboveTop, height: aboveHeight * small },
      mesialOnLeftFromAbove(drawing.jaw, drawing.isRight),
      true,
      small,
    ),
  );
  const aboveFoot = $derived(aboveTop + aboveHeight * small);
  const toc = $derived(unit.plan.tocDeg);
  // How far the path leans in the plane of the main section, as it is drawn: clockwise from upright.
  const lean = $derived.by(() => {
    if (main.plane !== 'mesiodistal') return 0;
    const degrees = (Math.atan2(unit.plan.path[0]!, unit.plan.path[2]!) * 180) / Math.PI;
    return (on.flip ? -degrees : degrees) * (up ? 1 : -1);
  });
  const drawn = $derived(main.planned.length > 0);
  const below = $derived(
    toc && main.nearWallMm != null && main.farWallMm != null && main.baseMm != null
      ? `${toc.min}–${toc.max} allowed · wall ${Math.min(main.nearWallMm, main.farWallMm).toFixed(1)} · base ${main.baseMm.toFixed(1)}`
      : !drawn
        ? 'the tooth as it stands: this preparation is not drawn yet'
        : unit.traits.drawn,
  );
  const sides = $derived(
    main.plane === 'faciolingual' ? 'facial at left' : `${mesialOnLeft(drawing.isRight) ? 'mesial' : 'distal'} at left`,
  );
  const pathTop = $derived(labels.find((label) => label.side === 'top'));
</script>

<div class="relative min-h-0 flex-1 overflow-hidden" bind:clientWidth={width} bind:clientHeight={height}>
  {#if drawn}
    <button
      class="pill absolute top-4 right-4 z-10 text-[13px]"
      aria-pressed={turning}
      onclick={() => (turning = !turning)}
    >
      {turning ? 'Sections' : 'In the round'}
    </button>
  {/if}
  {#if turning && drawn}
    <BodiesView {unit} />
  {:else}
    <svg {width} {height} viewBox="0 0 {width} {height}" class="block" role="group" aria-label="Plate">
      <text x="22" y="34" class="title">{unit.plan.tooth}, {main.plane} section</text>
      <text x="22" y="53" class="caption">
        {main.through} · {sides} · {drawing.measured ? 'average form at the measured size' : 'average form'}
      </text>

      <SectionFigure section={main} {on} selected={zone.zone} large />
      {#if pathTop && drawn && !unit.traits.isVeneer}
        {@const x = pathTop.to.x - 16}
        {@const from = up ? pathTop.at.y - 18 : pathTop.at.y + 14}
        {@const end = up ? pathTop.to.y - 22 : pathTop.to.y + 22}
        <g transform="rotate({lean} {x} {from})">
          <line x1={x} y1={from} x2={x} y2={end} class="path" />
          <path
            d={up
              ? `M${x - 4} ${end - 4}L${x} ${end + 5}L${x + 4} ${end - 4}Z`
              : `M${x - 4} ${end + 4}L${x} ${end - 5}L${x + 4} ${end + 4}Z`}
            class="path-head"
          />
        </g>
        <text {x} dx="-8" y={from + (up ? 9 : 0)} text-anchor="end" class="path-word">path</text>
      {/if}
      {#each labels as label (label.id)}
        <PlateLabel
          {label}
          selected={label.zone === zone.zone}
          reading={label.zone ? unitState.readingAt(label.zone) : undefined}
          onpick={label.zone ? () => unitState.select(label.zone!) : undefined}
        />
      {/each}
      {#if toc}
        <text x={middle} y={height - 58} text-anchor="middle" class="title">{toc.target}° total convergence</text>
      {/if}
      <text x={middle} y={height - 39} text-anchor="middle" class="caption">{below}</text>
      <ScaleBar x={22} y={height - 12} scale={on.scale} />

      {#if roomy}
        <SectionFigure section={other} on={otherOn} selected={zone.zone} onpick={(name) => unitState.select(name)} />
        <text x={width - side / 2 - 5} y={otherFoot + 22} text-anchor="middle" class="name">{other.plane}</text>
        <text x={width - side / 2 - 5} y={otherFoot + 39} text-anchor="middle" class="caption">
          {other.plane === 'mesiodistal' ? plain(other.through) : 'facial at left'}
        </text>
        <AboveFigure
          above={drawing.above}
          on={aboveOn}
          selected={zone.zone}
          verdictOf={(name) => unitState.readingAt(name)?.finding?.verdict}
          onpick={(name) => unitState.select(name)}
        />
        <text x={width - side / 2 - 5} y={aboveFoot + 22} text-anchor="middle" class="name">from above</text>
        <text x={width - side / 2 - 5} y={aboveFoot + 39} text-anchor="middle" class="caption">facial side up</text>
      {/if}
    </svg>
  {/if}
</div>

<style>
  .title {
    font: 400 21px var(--font-plate);
    fill: var(--ink);
  }
  .name {
    font: 400 17px var(--font-plate);
    fill: var(--ink);
  }
  .caption {
    font-size: 13px;
    fill: var(--soft);
  }
  .path {
    stroke: var(--plum);
    stroke-width: 1.3;
  }
  .path-head,
  .path-word {
    fill: var(--plum);
    font-size: 13px;
  }
</style>
