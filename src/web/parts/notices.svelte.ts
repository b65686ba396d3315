import { Refusal } from '../api/client';

export interface Notice {
  text: string;
  warning: boolean;
  /** What it is about: it goes when that is answered, and when its screen is left. */
  about: string;
  action?: { label: string; run: () => void };
}

/** One sentence above the foot of the screen; the newest replaces the one before. */
class Notices {
  current = $state<Notice | null>(null);
  #timer: ReturnType<typeof setTimeout> | undefined;

  say(text: string, action?: Notice['action']): void {
    this.#show({ text, warning: false, about: '', action });
  }

  /** @param about What was tried; trying it again takes the sentence away. */
  warn(text: string, about = ''): void {
    this.#show({ text, warning: true, about });
  }

  /** Something else happens now: what was said of this, or of anything, is over. */
  clear(about?: string): void {
    if (about === undefined || this.current?.about === about) this.current = null;
  }

  /** What was wrong is put right, or no longer looked at. */
  answered(about = ''): void {
    if (this.current?.warning && this.current.about === about) this.current = null;
  }

  #show(notice: Notice): void {
    this.current = notice;
    clearTimeout(this.#timer);
    // A warning stays until it is answered, closed or left behind.
    if (!notice.warning) this.#timer = setTimeout(() => (this.current = null), 7000);
  }
}

export const notices = new Notices();

/** What a call answered, or null when it was refused: then its sentence stands above the foot of the screen. */
export async function attempt<T>(call: Promise<T>, about = ''): Promise<T | null> {
  try {
    const result = await call;
    notices.answered(about);
    return result;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    notices.warn(error.message, about);
    return null;
  }
}

/** A file's JSON; undefined when it is none, which is told. */
export async function jsonOf(file: File, what: string): Promise<unknown> {
  notices.answered('file');
  try {
    return JSON.parse(await file.text()) as unknown;
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    notices.warn(`“${file.name}” is no ${what}: it is not JSON.`, 'file');
    return undefined;
  }
}
