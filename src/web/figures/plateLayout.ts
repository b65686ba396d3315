import type { Section, Unit } from '../api/client';
import { plain } from '../words/words';
import { labelsOf, type Label } from './labelled';
import { extent, fit, mesialOnLeft, mesialOnLeftFromAbove, sectionWith, spanOf, type Placing } from './plate';

/** A small figure beside the main one, with its two lines of words below it. */
export interface SmallFigure {
  on: Placing;
  name: string;
  caption: string;
  middle: number;
  foot: number;
}

/** The path of insertion beside the label over the tooth, as it leans in the plane of the section. */
export interface PathArrow {
  x: number;
  from: number;
  to: number;
  /** Degrees, clockwise from upright, about the arrow's beginning. */
  lean: number;
  /** On which side of it its word stands: away from the label. */
  words: -1 | 1;
}

/** Everything of the plate that has a place. Pixels, origin at the upper left. */
export interface PlateLayout {
  main: Section;
  on: Placing;
  middle: number;
  title: string;
  captions: string[];
  below: string;
  /** Too low for its lower lines: numbers without words, no scale. */
  low: boolean;
  labels: Label[];
  path: PathArrow | null;
  /** Whether there is a planned body to show. */
  drawn: boolean;
  /** Whether there is room for the small figures; the buttons of the plate bring each of them up all the same. */
  beside: { other: Section; section: SmallFigure; above: SmallFigure } | null;
}

// Room round the main figure: title above, labels on both sides, convergence and scale below.
const LABELS = 140;
const ROOMY = 660;
const LOW = 400;

/** @param plane The section that is wanted large; without it the one that shows the zone. */
export function plateLayout(
  unit: Unit,
  zone: string,
  width: number,
  height: number,
  plane?: Section['plane'],
): PlateLayout {
  const { drawing } = unit;
  const [main, other] = sectionsFor(unit, zone, plane);
  const up = drawing.jaw === 'lower';
  const side = width >= ROOMY ? Math.max(168, width * 0.24) : 0;
  const low = height < LOW;
  const head = (up ? 122 : 84) - (low ? 26 : 0);
  const foot = low ? (up ? 20 : 56) : up ? 92 : 132;
  const box = { x: LABELS, y: head, width: width - side - 2 * LABELS, height: height - head - foot };
  const on = fit(main.present, box, flips(main, unit), up);
  const edges = extent(main.present, on);
  const middle = (edges.left + edges.right) / 2;
  const labels = labelsOf(main, unit.plan.zones, unit.plan.margin, on, {
    left: edges.left - 30,
    right: edges.right + 30,
    top: edges.top - 4,
    bottom: height - (low ? 6 : 84),
    middle,
    tooth: edges,
  });
  const drawn = main.planned.length > 0;
  return {
    main,
    on,
    middle,
    title: `${unit.plan.tooth}, ${main.plane} section`,
    captions: captions(main, unit, width >= ROOMY && !low),
    below: below(main, unit, drawn),
    low,
    labels,
    path: drawn && !unit.traits.isVeneer ? arrow(labels, unit, main, on) : null,
    drawn,
    beside: side > 0 && !low ? smallFigures(unit, other, on.scale, { width, height, side }) : null,
  };
}

// The section that shows the zone stands large; one across the arch where several do.
function sectionsFor({ drawing }: Unit, zone: string, plane?: Section['plane']): [Section, Section] {
  const [across] = drawing.faciolingual;
  const all = [...drawing.faciolingual, drawing.mesiodistal].filter((one) => !plane || one.plane === plane);
  const main = sectionWith(zone, all, all[0]!);
  return [main, main.plane === 'mesiodistal' ? across! : drawing.mesiodistal];
}

// The facial side stands at the left; mesial and distal as the cheek sees them.
function flips(section: Section, { drawing }: Unit): boolean {
  return section.plane === 'faciolingual' || mesialOnLeft(drawing.isRight);
}

function sides(section: Section, { drawing }: Unit): string {
  if (section.plane === 'faciolingual') return 'facial at left';
  return `${mesialOnLeft(drawing.isRight) ? 'mesial' : 'distal'} at left`;
}

// Beside a narrow plate's button there is room for half of it.
function captions(main: Section, unit: Unit, oneLine: boolean): string[] {
  const form = unit.drawing.measured ? 'average form at the measured size' : 'average form';
  const how = `${sides(main, unit)} · ${form}`;
  return oneLine ? [`${main.through} · ${how}`] : [main.through, how];
}

function below(main: Section, unit: Unit, drawn: boolean): string {
  const toc = unit.plan.tocDeg;
  if (toc && main.nearWallMm != null && main.farWallMm != null && main.baseMm != null) {
    const wall = Math.min(main.nearWallMm, main.farWallMm).toFixed(1);
    return `${toc.min}–${toc.max} allowed · wall ${wall} · base ${main.baseMm.toFixed(1)}`;
  }
  return drawn ? unit.traits.drawn : 'the tooth as it stands: this preparation is not drawn yet';
}

function arrow(labels: readonly Label[], unit: Unit, main: Section, on: Placing): PathArrow | null {
  const label = labels.find((one) => one.side === 'top');
  if (!label) return null;
  const [mesially = 0, , upward = 1] = unit.plan.path;
  const degrees = main.plane === 'mesiodistal' ? (Math.atan2(mesially, upward) * 180) / Math.PI : 0;
  return {
    x: label.to.x + (label.before ? 16 : -16),
    from: label.at.y + (on.up ? -18 : 14),
    to: label.to.y + (on.up ? -22 : 22),
    words: label.before ? 1 : -1,
    lean: (on.flip ? -degrees : degrees) * (on.up ? 1 : -1),
  };
}

// The two small figures share one scale and stand below each other.
function smallFigures(
  unit: Unit,
  other: Section,
  mainScale: number,
  room: { width: number; height: number; side: number },
): PlateLayout['beside'] {
  const { drawing } = unit;
  const up = drawing.jaw === 'lower';
  const otherHeight = spanOf(other.present);
  const aboveHeight = spanOf(drawing.above.present);
  const scale = Math.min(mainScale / 2, (room.height - 198) / (otherHeight + aboveHeight));
  const column = { x: room.width - room.side, width: room.side - 10 };
  const middle = room.width - room.side / 2 - 5;
  // Above a lower tooth and below an upper one the antagonists need room of their own.
  const head = up ? 78 : 64;
  const foot = head + otherHeight * scale + (up ? 0 : 10);
  const aboveTop = foot + 62;
  const aboveBox = { ...column, y: aboveTop, height: aboveHeight * scale };
  return {
    other,
    section: {
      on: fit(other.present, { ...column, y: head, height: otherHeight * scale }, flips(other, unit), up, scale),
      name: other.plane,
      caption: other.plane === 'mesiodistal' ? plain(other.through) : sides(other, unit),
      middle,
      foot,
    },
    above: {
      on: fit(drawing.above.present, aboveBox, mesialOnLeftFromAbove(drawing.jaw, drawing.isRight), true, scale),
      name: 'from above',
      caption: 'facial side up',
      middle,
      foot: aboveTop + aboveHeight * scale,
    },
  };
}
