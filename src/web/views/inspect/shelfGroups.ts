import type { Schemas } from '../../api/client';
import { plain } from '../../words/words';

export interface ShelfGroup {
  design: string;
  planned: string;
  /** Segments in the order of the line. */
  where: string;
}

/** Segments of one design, as planned and as cut, together; those of which the section shows nothing are left out. */
export function shelfGroups(segments: readonly Schemas['SegmentFigures'][]): ShelfGroup[] {
  const groups = Map.groupBy(
    segments.filter(({ shelf }) => shelf != null),
    ({ shelf }) => `${shelf!.design} ${shelf!.plannedDesign}`,
  );
  return [...groups.values()].map((own) => ({
    design: own[0]!.shelf!.design,
    planned: own[0]!.shelf!.plannedDesign,
    where: own.length === 8 ? 'all round' : own.map(({ segment }) => plain(segment)).join(', '),
  }));
}
