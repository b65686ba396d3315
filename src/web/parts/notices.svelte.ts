import { Refusal } from '../api/client';

export interface Notice {
  text: string;
  warning: boolean;
  action?: { label: string; run: () => void };
}

/** One sentence at the foot of the screen; the newest replaces the one before. */
class Notices {
  current = $state<Notice | null>(null);
  #timer: ReturnType<typeof setTimeout> | undefined;

  say(text: string, action?: Notice['action']): void {
    this.#show({ text, warning: false, action });
  }

  warn(text: string): void {
    this.#show({ text, warning: true });
  }

  clear(): void {
    this.current = null;
  }

  #show(notice: Notice): void {
    this.current = notice;
    clearTimeout(this.#timer);
    // A warning stays until it is read and closed.
    if (!notice.warning) this.#timer = setTimeout(() => (this.current = null), 7000);
  }
}

export const notices = new Notices();

/** What a call answered, or null when it was refused: then its sentence stands at the foot of the screen. */
export async function attempt<T>(call: Promise<T>): Promise<T | null> {
  try {
    return await call;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    notices.warn(error.message);
    return null;
  }
}

/** A file's JSON; undefined when it is none, which is told. */
export async function jsonOf(file: File, what: string): Promise<unknown> {
  try {
    return JSON.parse(await file.text()) as unknown;
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    notices.warn(`“${file.name}” is no ${what}: it is not JSON.`);
    return undefined;
  }
}
