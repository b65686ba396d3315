import { answer, api, type Reference, type Settings } from '../api/client';

/** What every screen needs: gauges, burs, sources and how the user likes things. */
class Shared {
  reference = $state<Reference | null>(null);
  settings = $state<Settings>({ notation: 'iso' });
  theme = $state(document.documentElement.dataset.theme ?? 'desk');
  /** The case a quick line adds to, while one is open. */
  caseId = $state<string | null>(null);

  #saving: Promise<void> = Promise.resolve();

  async load(): Promise<void> {
    [this.reference, this.settings] = await Promise.all([
      answer(api.GET('/api/reference')),
      answer(api.GET('/api/settings')),
    ]);
  }

  /** Shows the new settings at once and keeps them; two quick changes don't undo each other. */
  async save(part: Partial<Settings>): Promise<void> {
    const before = this.settings;
    this.settings = { ...before, ...part };
    const body = this.settings;
    this.#saving = this.#saving
      .catch(() => {})
      .then(async () => {
        await answer(api.PUT('/api/settings', { body }));
      });
    try {
      await this.#saving;
    } catch (error) {
      this.settings = before;
      throw error;
    }
  }

  switchTheme(): void {
    this.theme = this.theme === 'chair' ? 'desk' : 'chair';
    document.documentElement.dataset.theme = this.theme;
    localStorage.setItem('theme', this.theme);
  }
}

export const shared = new Shared();
