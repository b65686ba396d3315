import type { Section, Zone } from '../api/client';
import { spread } from './labels';
import { place, type Placing, type Point } from './plate';
import { shortWords } from '../words/zoneWords';
import { level, mm, plain } from '../words/words';
import type { Schemas } from '../api/client';

export interface Label {
  id: string;
  /** The zone it selects; none for a margin. */
  zone?: string;
  side: 'left' | 'right' | 'top';
  number: string;
  captions: string[];
  /** Where the number stands. */
  at: Point;
  /** Where its leader ends: in the room that is cut. */
  to: Point;
}

export interface Frame {
  left: number;
  right: number;
  top: number;
  bottom: number;
  /** Middle of the tooth: what lies left of it is labelled on the left. */
  middle: number;
  tooth: { top: number; bottom: number };
}

const lineHeight = 15;
const numberHeight = 26;

/** Numbers set round a section, each with a leader into the room it measures. */
export function labelsOf(
  section: Section,
  zones: readonly Zone[],
  margin: readonly Schemas['MarginDocument'][],
  on: Placing,
  frame: Frame,
): Label[] {
  const labels: Label[] = [];
  for (const mark of section.marks) {
    const zone = zones.find((candidate) => candidate.zone === mark.zone);
    if (!zone) continue;
    const to = place(mark, on);
    const onTop = zone.kind === 'groove' || zone.kind === 'edge';
    labels.push({
      id: zone.zone,
      zone: zone.zone,
      side: onTop ? 'top' : to.x < frame.middle ? 'left' : 'right',
      number: mm(zone.depthMm.target),
      captions: [shortWords(zone.kind)],
      to,
      at: { x: 0, y: 0 },
    });
  }
  for (const mark of section.margins) {
    const piece = margin.find((candidate) => candidate.segment === mark.segment);
    if (!piece) continue;
    const to = place(mark, on);
    labels.push({
      id: `margin-${mark.segment}`,
      side: mark.x > 0 === on.flip ? 'left' : 'right',
      number: mm(piece.widthMm),
      captions: [plain(piece.design), level(piece.levelMm).replace('the gum', 'gum')],
      to,
      at: { x: 0, y: 0 },
    });
  }

  for (const side of ['left', 'right'] as const) {
    const own = labels.filter((label) => label.side === side);
    const heights = spread(
      own.map((label) => ({
        id: label.id,
        y: label.to.y - numberHeight / 2,
        height: numberHeight + label.captions.length * lineHeight + 4,
      })),
      frame.top,
      frame.bottom,
    );
    for (const label of own) {
      label.at = { x: side === 'left' ? frame.left : frame.right, y: heights.get(label.id)! + numberHeight - 5 };
    }
  }
  for (const label of labels.filter((candidate) => candidate.side === 'top')) {
    // The groove's number stands over the valley, the edge's beyond the edge.
    const y = on.up ? frame.tooth.top - 26 : frame.tooth.bottom + 30;
    label.at = { x: label.to.x + 14, y };
  }
  return labels;
}
