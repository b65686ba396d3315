import {
  answer,
  api,
  Refusal,
  type Findings,
  type Inputs,
  type Reading,
  type ReadingKind,
  type Unit,
  type Zone,
} from '../../api/client';
import { attempt, notices } from '../../parts/notices.svelte';

export interface ReadingEntry {
  zone: string;
  kind: ReadingKind;
  gauge: string;
  passed?: number;
  valueMm?: number;
  beforeMm?: number;
  afterMm?: number;
}

/** Findings that are lengths by side, cusp or zone. */
export type Measured = 'gapMm' | 'contactToCrestMm' | 'wearMm' | 'cuspThicknessMm' | 'pulpMm';

/** The sides on which a neighbour stands. */
export const sides = ['mesial', 'distal'] as const;
export type Side = (typeof sides)[number];

/** A list with one more, or without it where it stands there already. */
export function toggled<T>(list: readonly T[] | undefined, one: T): T[] {
  return list?.includes(one) ? list.filter((other) => other !== one) : [...(list ?? []), one];
}

/** One unit on the screen. The server plans; this keeps what it answered and what is on its way to it. */
export class UnitState {
  unit = $state<Unit | null>(null);
  /** What the controls show: ahead of the answer by one round trip. */
  inputs = $state<Inputs>({});
  zoneName = $state('');
  missing = $state<string | null>(null);
  /** Depths and levels that the last change moved. */
  moved = $state<Unit['moved']>([]);
  /** A change that was refused and is made all the same when a reason is given. */
  refused = $state<{ code: string; message: string; inputs: Inputs } | null>(null);

  #id: string;
  #sending = false;
  #next: Inputs | null = null;
  #undo: (() => Promise<void>)[] = [];

  constructor(id: string, zone: string) {
    this.#id = id;
    this.zoneName = zone;
  }

  get zone(): Zone | undefined {
    return this.unit?.plan.zones.find((zone) => zone.zone === this.zoneName) ?? this.unit?.plan.zones[0];
  }

  readingAt(zone: string): Reading | undefined {
    return this.unit?.readings.find((reading) => reading.zone === zone && reading.isLatest);
  }

  async load(): Promise<void> {
    try {
      this.#show(await answer(api.GET('/api/units/{id}', this.#path)));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.missing = error.message;
    }
  }

  step(by: number): void {
    const zones = this.unit?.plan.zones ?? [];
    const at = zones.findIndex((zone) => zone.zone === this.zone?.zone);
    const next = zones[(at + by + zones.length) % zones.length];
    if (next) this.select(next.zone);
  }

  select(zone: string): void {
    this.zoneName = zone;
    history.replaceState(history.state, '', `#${zone}`);
  }

  /** Changes inputs and plans anew. While an answer is under way only the newest change waits behind it. */
  change(part: Partial<Inputs>): void {
    const before = this.inputs;
    this.#undo.push(async () => this.#send(before));
    void this.#send({ ...this.inputs, ...part });
  }

  changeFindings(part: Partial<Findings>): void {
    // What is left out stands for "not looked at".
    this.change({ findings: { ...this.inputs.findings, ...part } as Findings });
  }

  /** A length found at one of several places; nothing there takes it back. */
  measure(field: Measured, at: string, value: number): void {
    const entries: Record<string, number> = { ...this.inputs.findings?.[field] };
    if (value <= 0) delete entries[at];
    else entries[at] = value;
    this.changeFindings({ [field]: entries });
  }

  /** Gives the reason for what would else be refused, or stands as a caution without an answer. */
  because(code: string, reason: string): void {
    const inputs = this.refused?.code === code ? this.refused.inputs : this.inputs;
    this.refused = null;
    this.change({ ...inputs, because: { ...inputs.because, [code]: reason } });
  }

  async read(entry: ReadingEntry): Promise<boolean> {
    const unit = await this.#try(answer(api.POST('/api/units/{id}/readings', { ...this.#path, body: entry })));
    if (!unit) return false;
    const added = unit.readings[0];
    if (added) this.#undo.push(() => this.takeBack(added.id, true));
    return true;
  }

  async takeBack(reading: string, takenBack: boolean): Promise<void> {
    const path = { params: { path: { id: this.#id, reading } } };
    await this.#try(answer(api.PUT('/api/units/{id}/readings/{reading}/taken-back', { ...path, body: { takenBack } })));
    if (takenBack) {
      notices.say('Reading taken back.', { label: 'Put it back', run: () => void this.takeBack(reading, false) });
    }
  }

  /** Zones that are unread or critical are asked about first. */
  async finish(finished: boolean, allTheSame = false): Promise<void> {
    const call = answer(api.PUT('/api/units/{id}/finished', { ...this.#path, body: { finished, allTheSame } })).catch(
      (error: unknown) => {
        if (!(error instanceof Refusal) || error.code !== 'unread') throw error;
        notices.say(error.message, { label: 'Finish all the same', run: () => void this.finish(true, true) });
        return null;
      },
    );
    const unit = await attempt(call);
    if (!unit) return;
    this.#show(unit);
    this.#undo.push(() => this.finish(!finished, true));
  }

  /** Plans anew with the protocol in use. */
  async takeProtocol(): Promise<void> {
    if (!this.unit) return;
    const params = { ...this.#path.params, header: { 'If-Match': `"${this.unit.version}"` } };
    await this.#try(answer(api.POST('/api/units/{id}/protocol', { params })));
  }

  async renamePatient(patient: string): Promise<void> {
    const unit = this.unit;
    if (!unit || patient.trim() === unit.case.patient) return;
    const path = { params: { path: { id: unit.case.id } } };
    const call = answer(api.PUT('/api/cases/{id}', { ...path, body: { patient } }));
    if ((await attempt(call)) !== null) await this.load();
  }

  /** Takes the last change or reading back. */
  async undo(): Promise<void> {
    const last = this.#undo.pop();
    if (last) await last();
    else notices.say('Nothing to undo here.');
  }

  get #path() {
    return { params: { path: { id: this.#id } } };
  }

  async #send(inputs: Inputs): Promise<void> {
    this.inputs = inputs;
    this.#next = inputs;
    if (this.#sending) return;
    this.#sending = true;
    try {
      while (this.#next && this.unit) {
        const body = this.#next;
        this.#next = null;
        const header = { 'If-Match': `"${this.unit.version}"` };
        const params = { ...this.#path.params, header };
        this.#show(await answer(api.PUT('/api/units/{id}/inputs', { params, body })));
      }
    } catch (error) {
      this.#next = null;
      this.#undo.pop();
      if (error instanceof Refusal && error.yieldsToReason && this.unit) {
        // Nothing was saved: what is shown goes back to what stands, and the wish waits for its reason.
        this.refused = { code: error.code, message: error.message, inputs: this.inputs };
        this.inputs = this.unit.inputs;
      } else {
        if (!(error instanceof Refusal)) throw error;
        notices.warn(error.message);
        await this.load();
      }
    } finally {
      this.#sending = false;
    }
    // What was changed while the plan was being fetched again still has to go out.
    if (this.#next) await this.#send(this.#next);
  }

  async #try(call: Promise<Unit>): Promise<Unit | null> {
    const unit = await attempt(call);
    if (unit) this.#show(unit);
    return unit;
  }

  #show(unit: Unit): void {
    this.moved = unit.moved;
    this.unit = unit;
    if (!this.#next) this.inputs = unit.inputs;
    if (!unit.plan.zones.some((zone) => zone.zone === this.zoneName)) {
      // A crossbite renames the cusps; the nearest thing to the old place is the first zone.
      this.zoneName = unit.plan.zones[0]?.zone ?? '';
    }
  }
}
