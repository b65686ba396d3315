import { answer, api, rawBody, Refusal, type Schemas, type Unit } from '../../api/client';
import { inspectionNews } from '../../parts/inspectionNews';
import { attempt, notices } from '../../parts/notices.svelte';
import { undo } from '../../parts/undo.svelte';

export type Scans = Schemas['ScansView'];
export type Tooth = Schemas['MeasuredToothView'];
export type Found = Schemas['ScanFindingView'];
export type ScanFile = Schemas['ScanFileView'];
type Correction = Schemas['CorrectionView'];
type News = Schemas['InspectionNewsView'];

/** What was scanned of a unit, and what it shows. */
export class InspectState {
  unit = $state.raw<Unit | null>(null);
  scans = $state.raw<Scans | null>(null);
  missing = $state<string | null>(null);
  /** The scans that are looked at. */
  setId = $state<string | null>(null);
  stage = $state<Schemas['InspectionStage'] | null>(null);
  /** Why they could not be measured. */
  refused = $state<string | null>(null);
  /** Whether places that both scans show would help. */
  canPick = $state(false);
  teeth = $state.raw<Tooth[]>([]);
  whole = $state.raw<Schemas['InspectionView'] | null>(null);
  toothCode = $state<string | null>(null);
  /** Place of the chosen finding among those of the tooth. */
  chosen = $state(0);
  /** Files on their way, by name. */
  coming = $state.raw<readonly string[]>([]);
  /** Whether what is shown is about to be replaced. */
  #stale = false;
  #watch: AbortController | undefined;
  #upload: AbortController | undefined;

  constructor(readonly unitId: string) {}

  readonly set = $derived(this.scans?.sets.find((one) => one.id === this.setId) ?? null);
  readonly tooth = $derived(this.teeth.find((one) => one.tooth === this.toothCode) ?? this.teeth[0] ?? null);
  /** What was put right by hand of the tooth that is looked at. */
  readonly correction = $derived(
    (this.tooth && this.set?.corrections[this.tooth.tooth]) || {
      moves: [],
      tipMesialDeg: 0,
      tipFacialDeg: 0,
      turnDeg: 0,
    },
  );
  readonly finding = $derived(this.tooth?.findings[this.chosen] ?? null);
  readonly busy = $derived(this.stage !== null);

  async load(): Promise<void> {
    const params = { path: { id: this.unitId } };
    try {
      const [unit, scans] = await Promise.all([
        answer(api.GET('/api/units/{id}', { params })),
        answer(api.GET('/api/units/{id}/scans', { params })),
      ]);
      this.unit = unit;
      this.scans = scans;
      if (!this.set) this.look(scans.sets[0]?.id ?? null);
      else if (!this.busy) this.look(this.setId);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.missing = error.message;
    }
  }

  /** What has come into the scanner's folder meanwhile. */
  async lookForNew(): Promise<void> {
    const params = { path: { id: this.unitId } };
    const scans = await answer(api.GET('/api/units/{id}/scans', { params })).catch(() => null);
    if (scans) this.scans = scans;
  }

  /**
   * Measures these scans, or shows what was measured.
   * @param again Whether it is the same ones, put right: what was found before stands until there is something new.
   */
  look(setId: string | null, again = false): void {
    this.#watch?.abort();
    this.setId = setId;
    this.refused = this.stage = this.whole = null;
    this.canPick = false;
    this.#stale = again;
    if (!again) {
      this.teeth = [];
      this.chosen = 0;
    }
    if (!setId) return;
    const stop = new AbortController();
    this.#watch = stop;
    this.stage = 'reading';
    void this.#follow(setId, stop.signal)
      .catch((error: unknown) => {
        if (stop.signal.aborted) return;
        this.refused =
          error instanceof Refusal
            ? error.message
            : 'The connection broke off while measuring. Look at these scans again.';
      })
      .finally(() => {
        if (!stop.signal.aborted) this.stage = null;
      });
  }

  cancel(): void {
    this.#watch?.abort();
    this.#upload?.abort();
    this.coming = [];
    this.stage = null;
    if (this.teeth.length === 0 && this.setId) this.refused = 'Stopped; nothing was measured.';
  }

  leave(): void {
    this.#watch?.abort();
    this.#upload?.abort();
  }

  step(by: number): void {
    const count = this.tooth?.findings.length ?? 0;
    if (count > 0) this.chosen = Math.min(count - 1, Math.max(0, this.chosen + by));
  }

  /** Brings files in, one after the other; those that hold no scan are told. */
  async bring(files: readonly File[]): Promise<ScanFile[]> {
    const stop = (this.#upload = new AbortController());
    this.coming = files.map((file) => file.name);
    const taken: ScanFile[] = [];
    for (const file of files) {
      const one = await attempt(
        answer(
          api.POST('/api/scan-files', {
            params: { query: { name: file.name } },
            ...rawBody(file),
            signal: stop.signal,
          }),
        ),
        'scan-file',
      ).catch(() => null);
      if (stop.signal.aborted) return [];
      if (one) taken.push(one);
      this.coming = this.coming.slice(1);
    }
    return taken;
  }

  async measure(body: Schemas['ScanSetEntry']): Promise<boolean> {
    return this.#added(
      attempt(answer(api.POST('/api/units/{id}/scans', { params: { path: { id: this.unitId } }, body })), 'scans'),
    );
  }

  async takeArrived(name: string, others: string[]): Promise<boolean> {
    this.coming = [name];
    const done = await this.#added(
      attempt(
        answer(
          api.POST('/api/units/{id}/scans/arrived', {
            params: { path: { id: this.unitId } },
            body: { name, with: others },
          }),
        ),
        'scans',
      ),
    );
    this.coming = [];
    return done;
  }

  async standIn(faults: string[], seed: number): Promise<void> {
    this.coming = ['the stand-in scanner'];
    const scans = await attempt(
      answer(
        api.POST('/api/units/{id}/scans/stand-in', { params: { path: { id: this.unitId } }, body: { faults, seed } }),
      ),
      'scans',
    );
    if (scans) this.scans = scans;
    this.coming = [];
  }

  /** Takes the scans back; they stay in the practice's files and come back by undo. */
  async takeBack(setId: string): Promise<void> {
    const put = (takenBack: boolean) =>
      answer(
        api.PUT('/api/units/{id}/scans/{set}/taken-back', {
          params: { path: { id: this.unitId, set: setId } },
          body: { takenBack },
        }),
      );
    const scans = await attempt(put(true));
    if (!scans) return;
    this.scans = scans;
    if (this.setId === setId) this.look(scans.sets[0]?.id ?? null);
    undo.add('taking the scans back', async () => {
      this.scans = await put(false);
      this.look(setId);
    });
  }

  /** Puts something of the tooth right; it is measured by that from then on, and undo takes it back. */
  async correct(part: Partial<Correction>, words: string): Promise<void> {
    const { setId, tooth } = this;
    if (!setId || !tooth) return;
    const before = this.correction;
    const put = async (correction: Correction) => {
      this.scans = await answer(
        api.PUT('/api/units/{id}/scans/{set}/correction', {
          params: { path: { id: this.unitId, set: setId } },
          body: { tooth: tooth.tooth, correction },
        }),
      );
      this.look(setId, true);
    };
    await attempt(put({ ...before, ...part }));
    undo.add(words, () => put(before));
  }

  /** Lays the scans onto each other by places that both show; none: by their shapes alone again. */
  async pick(pairs: Schemas['PickedPair'][]): Promise<void> {
    const { setId } = this;
    if (!setId) return;
    const params = { path: { id: this.unitId, set: setId } };
    const scans = await attempt(
      answer(api.PUT('/api/units/{id}/scans/{set}/picked', { params, body: { pairs } })),
      'scans',
    );
    if (!scans) return;
    this.scans = scans;
    this.look(setId);
    if (pairs.length > 0) undo.add('the picked places', () => this.pick([]));
  }

  /** Enters what the scan shows as readings of the unit. */
  async enterReadings(): Promise<void> {
    const { setId, tooth } = this;
    if (!setId || !tooth) return;
    const params = { path: { id: setId, tooth: tooth.tooth } };
    const entered = await attempt(answer(api.POST('/api/scans/{id}/teeth/{tooth}/readings', { params })));
    if (!entered) return;
    notices.say(
      entered.disagree.length > 0
        ? `${entered.added} readings entered. By hand it was read otherwise: ${entered.disagree.join(', ')}.`
        : `${entered.added} readings entered, marked as the scan’s.`,
    );
  }

  async #added(call: Promise<Scans | null>): Promise<boolean> {
    const scans = await call;
    if (!scans) return false;
    this.scans = scans;
    this.look(scans.sets[0]?.id ?? null);
    return true;
  }

  async #follow(setId: string, signal: AbortSignal): Promise<void> {
    for await (const news of inspectionNews(setId, signal)) this.#take(news);
  }

  #take({ stage, measured, done, problem }: News): void {
    if (problem) {
      this.refused = problem.sentence;
      this.canPick = problem.code === 'scans-differ' || problem.code === 'scans-ambiguous';
    } else if (done) this.whole = done;
    else if (measured) {
      this.teeth = this.#stale ? [measured] : [...this.teeth, measured];
      this.#stale = false;
      this.chosen = Math.max(0, Math.min(this.chosen, measured.findings.length - 1));
      this.toothCode ??= this.unit?.plan.tooth ?? measured.tooth;
    } else if (stage) this.stage = stage;
  }
}
