import {
  answer,
  api,
  Refusal,
  type Findings,
  type Inputs,
  type Point,
  type Reading,
  type Unit,
  type Zone,
} from '../../api/client';
import { attempt, notices } from '../../parts/notices.svelte';
import { changeCase } from '../../parts/caseChanges.svelte';
import { outbox } from '../../parts/outbox.svelte';
import { unsentReading } from '../../parts/unsentReading';
import { turns } from '../../parts/turns';
import { undo } from '../../parts/undo.svelte';
import { plain } from '../../words/words';
import type { Measured, PointName, ReadingEntry } from './entries';

/** One unit on the screen. The server plans; this keeps what it answered and what is on its way to it. */
export class UnitState {
  unit = $state<Unit | null>(null);
  /** What the controls show: ahead of the answer by one round trip. */
  inputs = $state<Inputs>({});
  zoneName = $state('');
  #point = $state<PointName | null>(null);
  missing = $state<string | null>(null);
  /** Depths and levels that the last change moved. */
  moved = $state<Unit['moved']>([]);
  /** A change that was refused and is made all the same when a reason is given. */
  refused = $state<{ code: string; message: string; inputs: Inputs } | null>(null);

  #id: string;
  #sending = false;
  /** An answer on its way while a reading is entered would show the unit without it. */
  readonly #inTurn = turns();
  #told: ((unit: Unit) => void) | null = null;
  #next: Inputs | null = null;
  /** The version against which it is told what moved: the one that stood when the findings were opened. */
  since: number | null = null;
  /** The cautions that stood then. */
  #cautioned: string[] = [];
  /** Whether the last change moved nothing. */
  still = $state(false);

  constructor(id: string, zone: string) {
    this.#id = id;
    this.zoneName = zone;
  }

  get zone(): Zone | undefined {
    return this.unit?.plan.zones.find((zone) => zone.zone === this.zoneName) ?? this.unit?.plan.zones[0];
  }

  /** The margin, contact or edge that is looked at instead of the zone. */
  get point(): Point | null {
    const chosen = this.#point;
    const points = this.unit?.drawing.above.points ?? [];
    return (chosen && points.find((point) => point.kind === chosen.kind && point.where === chosen.where)) ?? null;
  }

  pick(point: PointName | null): void {
    this.#point = point && { kind: point.kind, where: point.where };
  }

  readingAt(zone: string): Reading | undefined {
    return this.unit?.readings.find((reading) => reading.zone === zone && reading.isLatest);
  }

  async load(): Promise<void> {
    try {
      this.#show(await this.#inTurn(() => answer(api.GET('/api/units/{id}', this.#path))));
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
    // What was wrong with a reading there is not about this one.
    notices.answered('reading');
    this.zoneName = zone;
    this.#point = null;
    history.replaceState(history.state, '', `#${zone}`);
  }

  /** Changes inputs and plans anew. While an answer is under way only the newest change waits behind it. */
  change(part: Partial<Inputs>): void {
    this.replace({ ...this.inputs, ...part });
  }

  /** Takes these inputs whole: what they leave out is not asked for any more. */
  replace(inputs: Inputs): void {
    if (this.unit?.finished) {
      notices.say('This tooth is finished: open it again to change its plan.');
      return;
    }
    const before = this.inputs;
    undo.add('the last change', () => this.#send(before), this.#screen);
    void this.#send(inputs);
  }

  changeFindings(part: Partial<Findings>): void {
    // What is left out stands for "not looked at".
    this.change({ findings: { ...this.inputs.findings, ...part } as Findings });
  }

  /** Another restoration; what belonged to the old one is not carried over. Its material is the usual one for it. */
  restore(restoration: NonNullable<Inputs['restoration']>): void {
    const before = this.unit;
    this.change({
      restoration,
      material: undefined,
      coverage: undefined,
      facialMargin: undefined,
      facialMarginWidthMm: undefined,
      mesialTransition: undefined,
      distalTransition: undefined,
      school: undefined,
      coveredCusps: undefined,
      boxes: undefined,
      features: undefined,
    });
    // That the material changes with it is said, not left to be found.
    this.#told = (unit) => {
      if (before && unit.plan.material !== before.plan.material && unit.plan.restoration === restoration)
        notices.say(`${plain(restoration)} of ${plain(unit.plan.material)}: choose the material if it is another.`);
    };
  }

  /** From now on it is told what moves in all; or no more. */
  watch(on = true): void {
    this.since = on ? (this.unit?.version ?? null) : null;
    [this.moved, this.still] = [[], false];
    this.#cautioned = this.unit?.plan.cautions.map((caution) => caution.text) ?? [];
  }

  /** Cautions that came and went since then. */
  get cautionsMoved(): { come: number; gone: number } {
    const now = this.unit?.plan.cautions.map((caution) => caution.text) ?? [];
    return {
      come: now.filter((text) => !this.#cautioned.includes(text)).length,
      gone: this.#cautioned.filter((text) => !now.includes(text)).length,
    };
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
    this.pick(null);
    const unsent = unsentReading(this.#id, entry);
    const unit = await attempt(
      this.#inTurn(() => outbox.send<Unit>(unsent)),
      'reading',
    );
    if (!unit) return false;
    if (unit !== 'kept') this.#show(unit);
    undo.add(unsent.words.toLowerCase(), () => this.takeBack(unsent.body.id, true));
    return true;
  }

  async takeBack(reading: string, takenBack: boolean): Promise<void> {
    const path = { params: { path: { id: this.#id, reading } } };
    const call = () =>
      answer(api.PUT('/api/units/{id}/readings/{reading}/taken-back', { ...path, body: { takenBack } }));
    if (!(await this.#try(call)) || !takenBack) return;
    notices.say('Reading taken back.', { label: 'Put it back', run: () => void this.takeBack(reading, false) });
  }

  /** Zones that are unread or critical are asked about first. */
  async finish(finished: boolean, allTheSame = false): Promise<void> {
    const call = this.#inTurn(() =>
      answer(api.PUT('/api/units/{id}/finished', { ...this.#path, body: { finished, allTheSame } })),
    ).catch((error: unknown) => {
      if (!(error instanceof Refusal) || error.code !== 'unread') throw error;
      notices.say(error.message, { label: 'Finish all the same', run: () => void this.finish(true, true) });
      return null;
    });
    const unit = await attempt(call);
    if (!unit) return;
    this.#show(unit);
    undo.add(finished ? 'marking it finished' : 'opening it again', () => this.finish(!finished, true));
  }

  /** Plans anew with the protocol in use. */
  async takeProtocol(): Promise<void> {
    if (!this.unit) return;
    const params = { ...this.#path.params, header: { 'If-Match': `"${this.unit.version}"` } };
    await this.#try(() => answer(api.POST('/api/units/{id}/protocol', { params })));
  }

  async renamePatient(patient: string): Promise<void> {
    const unit = this.unit;
    if (!unit || patient.trim() === unit.case.patient) return;
    if ((await changeCase(unit.case.id, { patient }, { patient: unit.case.patient })) === 'done') await this.load();
  }

  /** The screen is left: a change of the plan can't be taken back from elsewhere. */
  leave(): void {
    undo.leave(this.#screen);
  }

  get #screen() {
    return `unit ${this.#id}`;
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
        const since = this.since === null ? '' : `?since=${this.since}`;
        const unit = await this.#inTurn(() =>
          outbox.send<Unit>({
            key: `inputs ${this.#id}`,
            words: `The last change of ${this.unit?.written}`,
            method: 'PUT',
            path: `/api/units/${this.#id}/inputs${since}`,
            body,
            headers: { 'If-Match': `"${this.unit?.version}"` },
          }),
        );
        if (unit === 'kept') break;
        this.#show(unit);
        this.still = unit.moved.length === 0;
        this.#told?.(unit);
        this.#told = null;
        notices.answered();
      }
    } catch (error) {
      this.#next = null;
      undo.forget();
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

  async #try(call: () => Promise<Unit>): Promise<Unit | null> {
    const unit = await attempt(this.#inTurn(call));
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
