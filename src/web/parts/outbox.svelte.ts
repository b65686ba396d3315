import { answer, Refusal } from '../api/client';
import { changed } from './changed.svelte';
import { notices } from './notices.svelte';

/** An entry that could not be sent yet. */
export interface Unsent {
  /** What it is; a newer entry of the same key takes the place of one that still waits. */
  key: string;
  /** As the user knows it: "reading 1.0, groove". */
  words: string;
  method: 'POST' | 'PUT';
  path: string;
  body: unknown;
  headers?: Record<string, string>;
}

const shelf = 'dentelle-outbox';
const again = 3000;

/**
 * What was entered while the program did not answer. It is kept in this browser, over a reload too, and sent in its order as
 * soon as there is an answer again.
 */
class Outbox {
  unsent = $state<Unsent[]>(read());
  #timer: ReturnType<typeof setTimeout> | undefined;
  #sending = false;

  /** Sends it, or keeps it until it can be sent. */
  async send<T>(entry: Unsent): Promise<T | 'kept'> {
    // What waits was entered before and goes first.
    if (this.unsent.length > 0) await this.flush();
    if (this.unsent.length === 0) {
      try {
        return await answer(post<T>(entry));
      } catch (error) {
        if (!(error instanceof Refusal) || error.code !== 'unreachable') throw error;
      }
    }
    this.#keep([...this.unsent.filter((one) => one.key !== entry.key), entry]);
    notices.say(`Dentelle does not answer. ${entry.words} is kept here and sent when it does.`);
    this.#later();
    return 'kept';
  }

  waits(key: string): Unsent | undefined {
    return this.unsent.find((one) => one.key === key);
  }

  async flush(): Promise<void> {
    clearTimeout(this.#timer);
    if (this.#sending) return;
    this.#sending = true;
    let sent = 0;
    try {
      while (this.unsent[0]) {
        const first = this.unsent[0];
        try {
          await answer(post(first));
          sent++;
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          if (error.code === 'unreachable') {
            this.#later();
            break;
          }
          notices.warn(`${first.words} was not taken: ${error.message}`);
        }
        this.#keep(this.unsent.slice(1));
      }
    } finally {
      this.#sending = false;
      if (sent > 0) changed.sent++;
    }
  }

  #later(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), again);
  }

  #keep(entries: Unsent[]): void {
    this.unsent = entries;
    localStorage.setItem(shelf, JSON.stringify(entries));
  }
}

async function post<T>({ path, method, body, headers }: Unsent) {
  const response = await fetch(path, {
    method,
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json', ...headers },
  });
  const text = await response.text();
  const told = text ? (JSON.parse(text) as unknown) : undefined;
  return response.ok ? { response, data: told as T } : { response, error: told };
}

function read(): Unsent[] {
  try {
    return JSON.parse(localStorage.getItem(shelf) ?? '[]') as Unsent[];
  } catch {
    return [];
  }
}

export const outbox = new Outbox();
