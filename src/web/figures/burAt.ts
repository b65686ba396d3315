import type { Schemas, Section } from '../api/client';
import type { Point } from './plate';

type Cut = Pick<Schemas['StepDocument'], 'zones' | 'segments' | 'sinkMm' | 'tiltDeg'>;

const tops = ['functional-cusp', 'non-functional-cusp', 'groove', 'mesial-ridge', 'distal-ridge', 'edge'];

/** Whether a step cuts down from the top of the tooth. */
export function cutsFromTop(step: Pick<Cut, 'zones'>): boolean {
  return step.zones.some((zone) => tops.some((top) => zone.startsWith(top)));
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

/**
 * Where the tip stands in a section and by how many degrees the bur leans from the path: at the finish line for walls and
 * lines, at the bottom of the cut for the chewing surface, along the surface where there is no shelf. Null where nothing shows.
 */
export function burAt(step: Cut, section: Section, largestMm: number): { tip: Point; tilt: number } | null {
  const sink = step.sinkMm ?? 0;
  const bevel = step.zones.some((zone) => zone.includes('bevel'));
  const mark = section.marks.find((one) => step.zones.includes(one.zone));
  const side = Math.sign(mark?.x ?? 1) || 1;
  if (mark && bevel) return { tip: { x: mark.x + side * 1.6, y: mark.y - 1.6 }, tilt: side * 45 };
  if (mark && cutsFromTop(step)) return { tip: { x: mark.x, y: mark.y - sink / 2 }, tilt: 0 };
  const line =
    section.margins.find((one) => step.segments.includes(one.segment)) ??
    section.margins.find((one) => Math.sign(one.x) === side);
  if (line) {
    const out = Math.sign(line.x) || 1;
    const width = step.segments.length > 0 ? sink : Math.min(step.sinkMm ?? 0.5, 1.2);
    return { tip: { x: line.x - out * (width - largestMm / 2), y: line.y }, tilt: out * (step.tiltDeg ?? 0) };
  }
  // A veneer's facial has no shelf to stand on: the bur lies along the surface of that side.
  const marks = section.marks
    .filter((one) => step.zones.includes(one.zone) && (Math.sign(one.x) || 1) === side)
    .toSorted((a, b) => a.y - b.y);
  const [low, high] = [marks[0], marks.at(-1)];
  if (!low || !high) return null;
  const lean = high === low ? 0 : (-Math.atan2(high.x - low.x, high.y - low.y) * 180) / Math.PI;
  return { tip: { x: low.x + (side * (largestMm - sink)) / 2, y: low.y - 1.2 }, tilt: lean };
}
