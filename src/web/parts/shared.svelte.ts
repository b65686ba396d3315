import { answer, api, type Reference, type Settings } from '../api/client';

/** What every screen needs: gauges, burs, sources and how the user likes things. */
class Shared {
  reference = $state<Reference | null>(null);
  settings = $state<Settings>({ notation: 'iso' });
  theme = $state(document.documentElement.dataset.theme ?? 'desk');
  /** The case a quick line adds to, while one is open. */
  caseId = $state<string | null>(null);

  async load(): Promise<void> {
    [this.reference, this.settings] = await Promise.all([
      answer(api.GET('/api/reference')),
      answer(api.GET('/api/settings')),
    ]);
  }

  async save(settings: Settings): Promise<void> {
    this.settings = await answer(api.PUT('/api/settings', { body: settings }));
  }

  switchTheme(): void {
    this.theme = this.theme === 'chair' ? 'desk' : 'chair';
    document.documentElement.dataset.theme = this.theme;
    localStorage.setItem('theme', this.theme);
  }
}

export const shared = new Shared();
