import { answer, api, type Reference, type Settings, type Unit } from '../api/client';
import { habits } from '../words/habits.svelte';
import { turns } from './turns';

/** What every screen needs: gauges, burs, sources and how the user likes things. */
class Shared {
  reference = $state<Reference | null>(null);
  settings = $state<Settings>({ notation: 'iso', twelveHours: false, weekStart: 'monday' });
  theme = $state(document.documentElement.dataset.theme ?? 'desk');
  /** The case a quick line adds to, while one is open. */
  caseId = $state<string | null>(null);
  /** Who it is of: the name is always in sight where something is added to it. */
  case = $state<{ number: string; patient: string } | null>(null);
  /** The tooth that was looked at last, while its case is open. */
  unitId = $state<string | null>(null);

  quickLineOpen = $state(false);

  readonly #inTurn = turns();

  /** A case is looked at: what is planned may be added to it. */
  enterCase(id: string, number: string, patient: string): void {
    if (id !== this.caseId) this.unitId = null;
    this.caseId = id;
    this.case = { number, patient };
  }

  /** A tooth of a case is looked at. */
  enterUnit({ id, case: { id: caseId, number, patient } }: Unit): void {
    this.enterCase(caseId, number, patient);
    this.unitId = id;
  }

  leaveCase(): void {
    [this.caseId, this.case, this.unitId] = [null, null, null];
  }

  async load(): Promise<void> {
    [this.reference, this.settings] = await Promise.all([
      answer(api.GET('/api/reference')),
      answer(api.GET('/api/settings')),
    ]);
    this.#follow();
  }

  /** Shows the new settings at once and keeps them; two quick changes don't undo each other. */
  async save(part: Partial<Settings>): Promise<void> {
    const before = this.settings;
    this.settings = { ...before, ...part };
    this.#follow();
    const body = this.settings;
    try {
      await this.#inTurn(() => answer(api.PUT('/api/settings', { body })));
    } catch (error) {
      this.settings = before;
      this.#follow();
      throw error;
    }
  }

  #follow(): void {
    const { twelveHours, weekStart } = this.settings;
    Object.assign(habits, { twelveHours, weekStart });
  }

  switchTheme(): void {
    this.theme = this.theme === 'chair' ? 'desk' : 'chair';
    document.documentElement.dataset.theme = this.theme;
    localStorage.setItem('theme', this.theme);
  }
}

export const shared = new Shared();
