import { openDB, type IDBPDatabase } from 'idb';
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
  /** Sent as JSON; a file as it is. */
  body: unknown;
  headers?: Record<string, string>;
  /** When it began to wait. */
  since?: number;
}

const again = 3000;

/** Where entries wait: a database of the browser's own, over reloads and a lost current too. */
const shelf = {
  store: 'unsent',
  async open(): Promise<IDBPDatabase | null> {
    if (typeof indexedDB === 'undefined') return null;
    return openDB('dentelle-outbox', 1, {
      upgrade(db) {
        db.createObjectStore(shelf.store, { autoIncrement: true });
      },
    });
  },
};

/**
 * What was entered while the program did not answer. It is kept in this browser, over a reload too, and sent in its order as
 * soon as there is an answer again.
 */
class Outbox {
  unsent = $state<Unsent[]>([]);
  #db = shelf.open();
  #read = this.#restore();
  #kept: Promise<void> = Promise.resolve();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #sending: Promise<void> | null = null;

  #listeners = new Map<string, (answer: unknown) => void>();

  /**
   * Hears what comes back of entries that waited for an address, before they leave the box: what is shown never goes back
   * behind what was entered. Returns what ends it.
   */
  listen<T>(path: string, heard: (answer: T) => void): () => void {
    this.#listeners.set(path, heard as (answer: unknown) => void);
    return () => this.#listeners.delete(path);
  }

  /** Since when entries wait, milliseconds; null while none does. */
  get since(): number | null {
    return this.unsent[0]?.since ?? null;
  }

  /** Sends it, or keeps it until it can be sent. */
  async send<T>(entry: Unsent): Promise<T | 'kept'> {
    await this.#read;
    // What waits was entered before and goes first.
    if (this.unsent.length > 0) await this.flush();
    if (this.unsent.length === 0) {
      try {
        return await answer(post<T>(entry));
      } catch (error) {
        if (!(error instanceof Refusal) || error.code !== 'unreachable') throw error;
      }
    }
    await this.#keep([
      ...this.unsent.filter((one) => one.key !== entry.key),
      { ...entry, since: this.since ?? Date.now() },
    ]);
    notices.say(`Dentelle does not answer. ${entry.words} is kept here and sent when it does.`);
    this.#later();
    return 'kept';
  }

  waits(key: string): Unsent | undefined {
    return this.unsent.find((one) => one.key === key);
  }

  /** Whoever asks while it is sent waits for the same sending. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#sending ??= this.#sendAll().finally(() => (this.#sending = null));
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    await this.#read;
    let sent = 0;
    try {
      while (this.unsent[0]) {
        const first = this.unsent[0];
        try {
          const told = await answer(post(first));
          this.#listeners.get(first.path)?.(told);
          sent++;
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          // A screen that is locked, or a session that is over, is no refusal of what was entered.
          if (['unreachable', 'screen-locked', 'http-401', 'store-busy', 'store-full'].includes(error.code)) {
            this.#later();
            break;
          }
          notices.warn(`${first.words} was not taken: ${error.message}`);
        }
        await this.#keep(this.unsent.slice(1));
      }
    } finally {
      if (sent > 0) changed.sent++;
    }
  }

  #later(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), again);
  }

  /** In the browser's database before anything else goes on. */
  #keep(entries: Unsent[]): Promise<void> {
    this.unsent = entries;
    const plain = $state.snapshot(entries);
    this.#kept = this.#kept.then(async () => {
      const db = await this.#db.catch(() => null);
      if (!db) return;
      const all = db.transaction(shelf.store, 'readwrite', { durability: 'strict' });
      await all.store.clear();
      for (const entry of plain) await all.store.add(entry);
      await all.done;
    });
    return this.#kept;
  }

  async #restore(): Promise<void> {
    const db = await this.#db.catch(() => null);
    if (db) this.unsent = (await db.getAll(shelf.store)) as Unsent[];
  }
}

async function post<T>({ path, method, body, headers }: Unsent) {
  const response = await fetch(path, {
    method,
    body: body instanceof Blob ? body : JSON.stringify(body),
    headers: { 'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json', ...headers },
  });
  const text = await response.text();
  const told = text ? (JSON.parse(text) as unknown) : undefined;
  return response.ok ? { response, data: told as T } : { response, error: told };
}

export const outbox = new Outbox();
