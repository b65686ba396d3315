<script lang="ts">
  import type { Unit } from '../../../api/client';
  import type { Label } from '../../../figures/labelled';
  import { leaders, type Named } from '../../../figures/leaders';
  import type { Plate } from '../../../parts/round/plate';
  import { along, axes, toScreen, type Vec } from '../../../scene/turntable';
  import { mm, plain } from '../../../words/words';
  import { cuspOf, shortWords } from '../../../words/zoneWords';
  import type { UnitState } from '../unitState.svelte';
  import PlateLabel from './PlateLabel.svelte';

  let {
    plate,
    unitState,
    unit,
    zone,
    beside = 0,
  }: {
    plate: Plate;
    unitState: UnitState;
    unit: Unit;
    zone: string;
    /** Pixels at the right that something else stands on. */
    beside?: number;
  } = $props();

  const NUMBER = 24;
  const LINE = 14;
  const LEAD = 15;
  /** The chosen number is larger. */
  const LARGER = 9;
  const COLUMN = 112;
  const GAP = 26;
  const sides = ['facial', 'mesial', 'lingual', 'distal'];

  interface Wanted extends Named {
    label: Omit<Label, 'side' | 'at'>;
  }

  const frame = $derived.by(() => {
    const { view, scene, engine } = plate;
    const { right } = axes(view);
    const [low, high] = scene.bodies ? engine.reachAlong(scene.bodies, right) : [-5, 5];
    const middle = right[0] * view.centre[0] + right[1] * view.centre[1];
    return {
      left: Math.max(beside > 0 ? 76 : COLUMN, view.width / 2 + (low - middle) * view.scale - GAP),
      right: Math.min(
        view.width - (beside > 0 ? 76 + beside : COLUMN),
        view.width / 2 + (high - middle) * view.scale + GAP,
      ),
      top: 74,
      bottom: view.height - 30,
    };
  });

  /** A place of the surface where it is seen: on the planned one, or on what still stands over it. */
  function placeOf(at: Vec, outward: Vec, cut: number): { x: number; y: number } | null {
    const { engine, scene, look, view } = plate;
    if (!scene.bodies) return null;
    for (const place of cut > 0 ? [at, along(at, outward, cut)] : [at])
      if (engine.sees(scene.bodies, look, place, outward, view)) return toScreen(place, view);
    return null;
  }

  const wanted = $derived.by((): Wanted[] => {
    const { zones, stations } = unit.drawing.round;
    const found: Wanted[] = [];
    const chosen = unitState.point ? '' : zone;
    for (const mark of zones) {
      const planned = unit.plan.zones.find((one) => one.zone === mark.zone);
      const to = planned && placeOf(mark.at as unknown as Vec, mark.outward as unknown as Vec, mark.cutMm);
      if (!to || !planned) continue;
      const cusp = cuspOf(planned.zone, planned.kind);
      const captions = [shortWords(planned.kind), ...(cusp ? [cusp] : [])];
      const larger = mark.zone === chosen ? LARGER : 0;
      found.push({
        id: mark.zone,
        to,
        height: NUMBER + captions.length * LINE + 5 + larger,
        lead: LEAD + larger,
        chosen: mark.zone === chosen,
        label: { id: mark.zone, zone: mark.zone, number: mm(planned.depthMm.target), captions, to },
      });
    }
    for (const { segment, at, outward } of stations) {
      const piece = unit.plan.margin.find((one) => one.segment === segment);
      const isChosen = unitState.point?.kind === 'margin' && unitState.point.where === segment;
      if (!piece || !(isChosen || sides.includes(segment))) continue;
      const to = placeOf(at as unknown as Vec, outward as unknown as Vec, 0);
      if (!to) continue;
      const captions = [...(piece.widthMm > 0 ? [plain(piece.design)] : []), plain(segment)];
      found.push({
        id: `margin-${segment}`,
        to,
        height: NUMBER + captions.length * LINE + 5 + (isChosen ? LARGER : 0),
        lead: LEAD + (isChosen ? LARGER : 0),
        chosen: isChosen,
        label: {
          id: `margin-${segment}`,
          segment,
          number: piece.widthMm > 0 ? mm(piece.widthMm) : plain(piece.design),
          captions,
          to,
        },
      });
    }
    return found;
  });

  const labels = $derived.by((): Label[] => {
    const stands = leaders(wanted, frame);
    return wanted.flatMap(({ id, label, chosen }) => {
      const stand = stands.get(id);
      if (!stand) return [];
      return [
        { ...label, side: stand.side, at: { x: stand.from.x, y: stand.top + NUMBER - 2 + (chosen ? LARGER : 0) } },
      ];
    });
  });

  function isChosen({ zone: name, segment }: Label): boolean {
    const { point } = unitState;
    return point ? point.kind === 'margin' && point.where === segment : name === zone;
  }

  function follow({ zone: name, segment }: Label) {
    if (name) unitState.select(name);
    else if (segment) unitState.pick({ kind: 'margin', where: segment });
  }
</script>

{#each labels as label (label.id)}
  <PlateLabel
    {label}
    selected={isChosen(label)}
    reading={label.zone ? unitState.readingAt(label.zone) : undefined}
    onpick={() => follow(label)}
  />
{/each}
