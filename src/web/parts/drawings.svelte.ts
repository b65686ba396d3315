import { answer, api, type Schemas, type Unit } from '../api/client';

/** Teeth of a case as they are drawn, each fetched once. */
export class Drawings {
  byTooth = $state<Record<string, Unit>>({});

  async fetch(units: readonly Schemas['SheetUnit'][], tooth: string | null | undefined): Promise<void> {
    const unit = units.find((one) => one.tooth === tooth);
    if (!unit || this.byTooth[unit.tooth]) return;
    const drawn = await answer(api.GET('/api/units/{id}', { params: { path: { id: unit.id } } })).catch(() => null);
    if (drawn) this.put(unit.tooth, drawn);
  }

  /** A tooth as an answer has it now. */
  put(tooth: string, unit: Unit): void {
    this.byTooth = { ...this.byTooth, [tooth]: unit };
  }
}
