import type { Section, Zone } from '../api/client';
import { leaders } from './leaders';
import { place, type Placing, type Point } from './plate';
import { shortWords } from '../words/zoneWords';
import { level, mm, plain } from '../words/words';
import type { Schemas } from '../api/client';

export interface Label {
  id: string;
  /** The zone it selects, or the piece of the margin. */
  zone?: string;
  segment?: string;
  side: 'left' | 'right' | 'top';
  /** Whether it stands left of where its leader ends: a label beyond the edge, clear of what is drawn there. */
  before?: boolean;
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
const WIDTH = 60;

/** A leader begins beside the number's middle. */
const LEAD = 14;

const heightOf = (labels: readonly Pick<Label, 'captions'>[]) =>
  labels.reduce((sum, label) => sum + numberHeight + label.captions.length * lineHeight + 4, 0);

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
      segment: mark.segment,
      side: mark.x > 0 === on.flip ? 'left' : 'right',
      // A joint without a shelf has no width to tell.
      number: piece.widthMm > 0 ? mm(piece.widthMm) : plain(piece.design),
      captions: [...(piece.widthMm > 0 ? [plain(piece.design)] : []), level(piece.levelMm).replace('the gum', 'gum')],
      to,
      at: { x: 0, y: 0 },
    });
  }

  for (const side of ['left', 'right'] as const) {
    // Where they find no room, words go first.
    const own = labels.filter((label) => label.side === side);
    if (heightOf(own) > frame.bottom - frame.top) for (const label of own) label.captions = [];
  }
  const beside = labels.filter((label) => label.side !== 'top');
  const stands = leaders(
    beside.map(({ id, to, side, captions }) => ({
      id,
      to,
      side: side as 'left' | 'right',
      height: heightOf([{ captions }]),
      lead: LEAD,
    })),
    frame,
  );
  for (const label of beside) {
    const stand = stands.get(label.id);
    if (stand) label.at = { x: stand.from.x, y: stand.top + numberHeight - 5 };
    else labels.splice(labels.indexOf(label), 1);
  }
  const drawn = [...section.around, ...section.restored].flatMap((line) =>
    line.flatMap((x, i) => (i % 2 === 0 ? [place({ x, y: line[i + 1]! }, on)] : [])),
  );
  for (const label of labels.filter((candidate) => candidate.side === 'top')) {
    // The groove's number stands over the valley, the edge's beyond the edge.
    const y = on.up ? frame.tooth.top - 26 : frame.tooth.bottom + 30;
    label.before = crossed(label.to.x + 14, y) > crossed(label.to.x - 14 - WIDTH, y);
    label.at = { x: label.to.x + (label.before ? -14 : 14), y };
  }
  return labels;

  /** How much of what is drawn round the tooth runs through a label's place. */
  function crossed(left: number, y: number): number {
    return drawn.filter((at) => at.x > left - 4 && at.x < left + WIDTH && at.y > y - 28 && at.y < y + 20).length;
  }
}
