import { SvelteSet } from 'svelte/reactivity';
import { answer, api, Refusal, type Schemas } from '../../api/client';
import { Drawings } from '../../parts/drawings.svelte';
import { notices } from '../../parts/notices.svelte';
import { outbox } from '../../parts/outbox.svelte';
import { turns } from '../../parts/turns';

export type Step = Schemas['StepDocument'];
export type Note = Schemas['ChairEntry']['note'];

const isoOf = (milliseconds: number): string => new Date(milliseconds).toISOString();

/** The visit on screen: which step, what runs, what is asked. */
export class ChairState {
  /** As the server had it last. */
  #told = $state<Schemas['ChairView'] | null>(null);
  missing = $state<string | null>(null);
  readonly drawings = new Drawings();
  /** The step that is looked at; null follows the one that is done. */
  looked = $state<string | null>(null);
  now = $state(Date.now());
  /** How far this browser's clock is behind the server's. */
  #ahead = 0;
  readonly #inTurn = turns();

  readonly #path: string;

  constructor(readonly visitId: string) {
    this.#path = `/api/visits/${visitId}/entries`;
  }

  readonly view = $derived(
    this.#told &&
      withUnsent(
        this.#told,
        outbox.unsent.filter((one) => one.path === this.#path).map((one) => one.body as Schemas['ChairEntry']),
      ),
  );

  readonly steps = $derived(this.view?.steps ?? []);
  readonly done = $derived(
    new SvelteSet(this.view?.ticks.filter((tick) => tick.endedAt).map((tick) => tick.key)) as ReadonlySet<string>,
  );
  readonly running = $derived(this.view?.ticks.find((tick) => !tick.endedAt) ?? null);
  /** The first that is not done, from the one that runs. */
  readonly next = $derived(
    this.steps.find((step) => step.key === this.running?.key) ??
      this.steps.find((step) => !this.done.has(step.key)) ??
      null,
  );
  readonly current = $derived(this.steps.find((step) => step.key === this.looked) ?? this.next ?? this.steps.at(-1));
  readonly at = $derived(this.steps.findIndex((step) => step.key === this.current?.key));
  readonly after = $derived(this.steps.slice(this.at + 1).find((step) => !this.done.has(step.key)) ?? null);
  readonly asks = $derived(this.current ? this.view?.asks[this.current.code] : undefined);
  readonly open = $derived(this.view?.points.filter((point) => point.answer !== 'pass') ?? []);
  readonly minutesIn = $derived.by(() => {
    const begun = this.view?.ticks.map((tick) => Date.parse(tick.startedAt)) ?? [];
    return begun.length === 0 ? null : Math.max(0, Math.floor((this.serverNow - Math.min(...begun)) / 60_000));
  });

  get serverNow(): number {
    return this.now + this.#ahead;
  }

  /** Hears of what waited here and was sent. Returns what ends it. */
  listen(): () => void {
    return outbox.listen<Schemas['ChairView']>(this.#path, (view) => this.show(view));
  }

  async load(): Promise<void> {
    try {
      const params = { path: { id: this.visitId } };
      this.show(await this.#inTurn(() => answer(api.GET('/api/visits/{id}/chair', { params }))));
      this.missing = null;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      // What is shown stays while nothing answers.
      if (!this.view) this.missing = error.message;
    }
  }

  /** Enters it; while nothing answers it is kept here and shown as done all the same. */
  async enter(note: Note, words: string, unit?: string): Promise<boolean> {
    const body: Schemas['ChairEntry'] = {
      id: crypto.randomUUID(),
      at: isoOf(Date.now() + this.#ahead),
      note,
      unit,
    };
    const entry = {
      key: `chair ${body.id}`,
      words,
      method: 'POST' as const,
      path: this.#path,
      body,
    };
    try {
      const view = await this.#inTurn(() => outbox.send<Schemas['ChairView']>(entry));
      if (view !== 'kept') this.show(view);
      notices.answered('chair');
      return true;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notices.warn(error.message, 'chair');
      // Another device was first: what stands there now is shown.
      if (error.code === 'step-taken') await this.load();
      return false;
    }
  }

  /** While a step is on its way: pressed again meanwhile, the key means nothing. */
  finishing = false;

  async finish(): Promise<void> {
    const step = this.current;
    if (!step || this.finishing) return;
    if (this.done.has(step.key)) {
      this.looked = this.after?.key ?? null;
      return;
    }
    const next = this.after?.key;
    this.finishing = true;
    try {
      if (await this.enter({ kind: 'step', key: step.key, what: 'done', next }, step.name)) this.looked = null;
    } finally {
      this.finishing = false;
    }
  }

  /** Looks at the step before; one that was done by mistake is taken back there. */
  back(): void {
    this.looked = this.steps[Math.max(0, this.at - 1)]?.key ?? null;
  }

  async takeBack(): Promise<void> {
    const step = this.current;
    if (step && (await this.enter({ kind: 'step', key: step.key, what: 'take-back' }, `${step.name}, taken back`)))
      this.looked = step.key;
  }

  /** A picture waits like any other entry while nothing answers. */
  async picture(file: Blob, proves: string, unit?: string, simulated = false): Promise<void> {
    const id = crypto.randomUUID();
    const more = `${unit ? `&unit=${unit}` : ''}${simulated ? '&simulated=true' : ''}`;
    const path = `/api/visits/${this.visitId}/pictures?entry=${id}&proves=${encodeURIComponent(proves)}${more}`;
    try {
      const entry = { key: `picture ${id}`, words: 'A picture', method: 'POST' as const, path, body: file };
      const view = await this.#inTurn(() => outbox.send<Schemas['ChairView']>(entry));
      if (view !== 'kept') this.show(view);
      notices.answered('chair');
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notices.warn(error.message, 'chair');
    }
  }

  show(view: Schemas['ChairView']): void {
    // An answer that was overtaken by a newer one is old news.
    if (this.#told && view.last < this.#told.last) return;
    this.#ahead = Date.parse(view.now) - Date.now();
    this.#told = view;
  }
}

/** A visit as the server will have it once it hears of what waits here. */
function withUnsent(view: Schemas['ChairView'], unsent: readonly Schemas['ChairEntry'][]): Schemas['ChairView'] {
  let ticks = view.ticks;
  for (const { note, at } of unsent) {
    if (note.kind !== 'step' || !at) continue;
    const step = note as Schemas['ChairNoteStepNote'];
    const mine = ticks.find((tick) => tick.key === step.key);
    ticks = ticks.filter((tick) => tick.key !== step.key && tick.key !== step.next);
    if (step.what === 'done') ticks = [...ticks, { key: step.key, startedAt: mine?.startedAt ?? at, endedAt: at }];
    if (step.next) ticks = [...ticks, { key: step.next, startedAt: at }];
  }
  return { ...view, ticks };
}
