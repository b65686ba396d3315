import { notices } from './notices.svelte';

interface Done {
  what: string;
  /** The screen without which it can't be taken back; none where it always can. */
  screen: string;
  back: () => Promise<unknown>;
}

const most = 50;

/** What was done last, on whatever screen, and how it is taken back: one key and one button for all. */
class Undo {
  #done = $state<Done[]>([]);

  /** What would be taken back. */
  get next(): string | null {
    return this.#done.at(-1)?.what ?? null;
  }

  add(what: string, back: () => Promise<unknown>, screen = ''): void {
    this.#done = [...this.#done.slice(1 - most), { what, screen, back }];
  }

  /** The last one did not come about. */
  forget(): void {
    this.#done = this.#done.slice(0, -1);
  }

  leave(screen: string): void {
    this.#done = this.#done.filter((one) => one.screen !== screen);
  }

  async run(): Promise<void> {
    const last = this.#done.at(-1);
    if (!last) {
      notices.say('Nothing to undo.');
      return;
    }
    this.#done = this.#done.slice(0, -1);
    await last.back();
    notices.say(`Taken back: ${last.what}.`);
  }
}

export const undo = new Undo();
