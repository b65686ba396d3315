import type { Mark, Schemas, Section } from '../api/client';
import { radiusAt } from './bur';
import type { Point } from './plate';

type Cut = Pick<Schemas['StepDocument'], 'zones' | 'segments' | 'sinkMm' | 'tiltDeg' | 'phase'>;
type Shape = Pick<Schemas['BurShapeView'], 'outline' | 'workingMm' | 'largestMm'>;

/** Tip of a bur in a section and by how many degrees it leans from the path; positive to the left. */
export interface Standing {
  tip: Point;
  tilt: number;
}

const tops = [
  'functional-cusp',
  'non-functional-cusp',
  'groove',
  'mesial-ridge',
  'distal-ridge',
  'mesial-box-floor',
  'distal-box-floor',
  'edge',
];
const isBevel = (zone: string) => zone.includes('bevel');
const isTop = (zone: string) => !isBevel(zone) && tops.some((top) => zone.startsWith(top));

/** Whether a step cuts down from the top of the tooth. */
export function cutsFromTop(step: Pick<Cut, 'zones'>): boolean {
  return step.zones.some(isTop);
}

/** The section that shows most of a step: the one with marks of its zones, or with its piece of the margin. */
export function sectionOf(step: Pick<Cut, 'zones' | 'segments'>, sections: readonly Section[]): Section {
  const along = step.zones.length > 0 && step.zones.every((zone) => /^(mesial|distal)/.test(zone));
  const hits = (section: Section) =>
    section.marks.filter((mark) => step.zones.includes(mark.zone)).length * 2 +
    section.margins.filter((mark) => step.segments.includes(mark.segment)).length +
    (along && section.plane === 'mesiodistal' ? 1 : 0);
  return sections.reduce((best, section) => (hits(section) > hits(best) ? section : best));
}

/** What the plan wants when all is cut: width of the finish line by its piece, depth by zone. */
export interface Finished {
  widths: Partial<Record<string, number>>;
  depths: Partial<Record<string, number>>;
}

/**
 * Where the bur stands: from the top at the bottom of the cut; at the finish line where a wall has an angle; else along the
 * surface it is led by, its side as deep as it cuts. A fine pass goes all the way. Null where the section shows nothing of the step.
 */
export function burAt(
  step: Cut,
  section: Section,
  shape: Shape,
  { widths, depths }: Finished = { widths: {}, depths: {} },
): Standing | null {
  const fine = step.phase === 'finish';
  const marks = section.marks.filter((one) => step.zones.includes(one.zone));
  /** How far the bottom of the cut lies under a mark, which stands in the middle of what the plan takes. */
  const under = (mark: Mark) => {
    const depth = depths[mark.zone] ?? step.sinkMm ?? 0;
    return (fine ? depth : (step.sinkMm ?? depth)) - depth / 2;
  };
  const top = marks.find((one) => isTop(one.zone));
  if (top) return { tip: { x: top.x, y: top.y - under(top) }, tilt: 0 };
  const led = step.tiltDeg === null || step.tiltDeg === undefined || marks.some((one) => isBevel(one.zone));
  // Through a contact nothing is sunk: the bur goes down at the finish line's place.
  const sinks = step.sinkMm !== null && step.sinkMm !== undefined;
  if (led && sinks && step.segments.length === 0 && marks.length > 0) return alongSurface(marks, under, shape);
  const side = sideOf(marks[0]);
  const line =
    section.margins.find((one) => step.segments.includes(one.segment)) ??
    (marks.length > 0 ? section.margins.find((one) => Math.sign(one.x) === side) : undefined);
  if (!line) return marks.length > 0 ? alongSurface(marks, under, shape) : null;
  const out = Math.sign(line.x) || 1;
  const width = fine ? (widths[line.segment] ?? step.sinkMm ?? 0) : Math.min(step.sinkMm ?? 0.5, 1.2);
  const { radius } = flank(shape);
  return { tip: { x: line.x - out * (width - radius), y: line.y }, tilt: out * (step.tiltDeg ?? 0) };
}

const sideOf = (mark: Mark | undefined) => Math.sign(mark?.x ?? 1) || 1;

/** Laid on the surface of one side, its flank at the depth of the cut; shank toward the bite. */
function alongSurface(marks: readonly Mark[], under: (mark: Mark) => number, shape: Shape): Standing {
  const side = sideOf(marks[0]);
  const own = marks.filter((one) => sideOf(one) === side).toSorted((a, b) => a.y - b.y);
  const [low, high] = [own[0]!, own[1] ?? own[0]!];
  const deeper = under(low);
  // With several marks the plane of the lower two leads, with one the surface itself: teeth bulge, so that a bur on their chord cuts into none.
  const chord = { x: high.x - low.x, y: high.y - low.y };
  const run = Math.hypot(chord.x, chord.y);
  const along =
    run > 0.5
      ? { x: chord.x / run, y: chord.y / run }
      : low.outX < 0
        ? { x: low.outY, y: -low.outX }
        : { x: -low.outY, y: low.outX };
  const out = along.x * low.outY - along.y * low.outX > 0 ? { x: -along.y, y: along.x } : { x: along.y, y: -along.x };
  const { radius, lean, reach } = flank(shape);
  const turn = (out.x * along.y - out.y * along.x > 0 ? -1 : 1) * lean;
  const axis = {
    x: along.x * Math.cos(turn) - along.y * Math.sin(turn),
    y: along.x * Math.sin(turn) + along.y * Math.cos(turn),
  };
  return {
    tip: {
      x: low.x + out.x * (radius - deeper) - along.x * reach,
      y: low.y + out.y * (radius - deeper) - along.y * reach,
    },
    tilt: (Math.atan2(-axis.x, axis.y) * 180) / Math.PI,
  };
}

/** What of a bur lies against the tooth: its radius where the flank begins, the flank's angle to the axis in radians, how far the tip goes past. */
function flank(shape: Shape): { radius: number; lean: number; reach: number } {
  const length = shape.workingMm;
  const at = (share: number) => radiusAt(shape.outline, share * length);
  const [low, high] = [at(0.45), at(0.95)];
  // Balls, eggs, flames and rings touch with their belly.
  if (high < low - 1e-3 || low < at(0.2) - 1e-3 || shape.largestMm / 2 > high + 0.05)
    return { radius: shape.largestMm / 2, lean: 0, reach: Math.min(length / 2, 1.5) };
  const lean = Math.atan2(high - low, 0.5 * length);
  return { radius: low - 0.45 * length * Math.tan(lean), lean, reach: Math.min(1.2, length / 4) };
}
