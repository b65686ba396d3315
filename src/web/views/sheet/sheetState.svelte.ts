import { answer, api, Refusal, type Schemas } from '../../api/client';
import { Drawings } from '../../parts/drawings.svelte';
import { attempt, notices } from '../../parts/notices.svelte';
import { turns } from '../../parts/turns';
import { undo } from '../../parts/undo.svelte';

export type Step = Schemas['StepDocument'];

/** Phases of a visit in their order, and how they are headed. */
export const phases = { before: 'Before cutting', cut: 'Cut', finish: 'Fine', check: 'Check', after: 'After' } as const;

/** The run sheet on screen: its steps, the one that is looked at, the teeth they are cut on. */
export class SheetState {
  view = $state<Schemas['RunSheetView'] | null>(null);
  missing = $state<string | null>(null);
  selected = $state('');
  readonly drawings = new Drawings();

  /** Two quick ticks: the sheet of the second is the one that stays. */
  readonly #inTurn = turns();

  constructor(
    readonly caseId: string,
    first: string,
  ) {
    this.selected = first;
  }

  readonly steps = $derived(this.view?.sheet.steps ?? []);
  readonly current = $derived(this.steps.find((step) => step.key === this.selected) ?? this.steps[0]);
  readonly running = $derived(this.view?.ticks.find((tick) => !tick.endedAt) ?? null);

  async load(): Promise<void> {
    try {
      const params = { path: { id: this.caseId } };
      this.#show(await this.#inTurn(() => answer(api.GET('/api/cases/{id}/sheet', { params }))));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.missing = error.message;
    }
  }

  async change(body: Schemas['SheetEntry']): Promise<void> {
    const before = this.view;
    const changed = await this.#put(body);
    if (!changed || !before) return;
    this.#show(changed);
    const order = before.ownOrder ? { order: before.sheet.steps.map((step) => step.key) } : { bestOrder: true };
    const school = before.school ? { school: before.school } : { ownSchools: true };
    undo.add('the order of steps', async () => {
      await this.#put(school);
      const back = await this.#put(order);
      if (back) this.#show(back);
    });
  }

  #put(body: Schemas['SheetEntry']) {
    const params = { path: { id: this.caseId } };
    return attempt(
      this.#inTurn(() => answer(api.PUT('/api/cases/{id}/sheet', { params, body }))),
      'order',
    );
  }

  /** Puts a step before another; refused with the reason where it can't go. */
  async move(key: string, to: number): Promise<void> {
    const keys = this.steps.map((step) => step.key);
    const from = keys.indexOf(key);
    if (from < 0 || to < 0 || to >= keys.length || to === from) return;
    keys.splice(to, 0, ...keys.splice(from, 1));
    this.selected = key;
    await this.change({ order: keys });
  }

  async tick(key: string, what: Schemas['TickWhat']): Promise<void> {
    const body = { key, what };
    const params = { path: { id: this.caseId } };
    const ticked = await attempt(this.#inTurn(() => answer(api.POST('/api/cases/{id}/sheet/ticks', { params, body }))));
    if (!ticked) return;
    this.#show(ticked);
    const step = this.steps.find((one) => one.key === key);
    if (what !== 'take-back')
      undo.add(`ticking ${step?.name.toLowerCase() ?? 'a step'}`, () => this.tick(key, 'take-back'));
    if (what === 'stop') {
      this.step(1);
      notices.say('Noted with its time.');
    }
  }

  step(by: number): void {
    const at = this.steps.findIndex((one) => one.key === this.current?.key);
    const next = this.steps[Math.min(this.steps.length - 1, Math.max(0, at + by))];
    if (next) this.selected = next.key;
  }

  #show(view: Schemas['RunSheetView']): void {
    this.view = view;
    if (!this.steps.some((step) => step.key === this.selected)) this.selected = this.steps[0]?.key ?? '';
  }
}
