import { answer, api, Refusal, type Schemas } from '../../api/client';
import { changed } from '../../parts/changed.svelte';
import { attempt, jsonOf, notices } from '../../parts/notices.svelte';
import { remove } from '../../parts/removal.svelte';
import { undo } from '../../parts/undo.svelte';

export type Head = Schemas['ProtocolHead'];
export type Line = Schemas['ProtocolLine'];
export type Field = Schemas['ProtocolField'];
type Edit = Schemas['ProtocolEdit'];

/** Where changes that are not kept yet wait while this screen is left. */
const shelf = 'dentelle-draft';
const screen = 'protocols';

/** A kept protocol on the screen and the changes made to it that are not kept yet. The server says what they mean. */
export class ProtocolState {
  heads = $state<Head[]>([]);
  base = $state<Head | null>(null);
  /** What is shown: the kept protocol, or the draft. */
  shown = $state<Schemas['ProtocolView'] | null>(null);
  edits = $state<Edit[]>([]);
  draft = $state<Schemas['DraftView'] | null>(null);
  /** What is wrong with the newest change. */
  wrong = $state<string | null>(null);
  missing = $state<string | null>(null);

  #asked = 0;

  /** Values of the shipped protocol by path, where this one departs from them. */
  readonly departs: Record<string, string | undefined> = $derived(
    Object.fromEntries((this.shown?.differences ?? []).map((one) => [one.path, one.before ?? ''])),
  );

  async load(wanted?: { id: string; version: number }): Promise<void> {
    try {
      this.heads = (await answer(api.GET('/api/protocols'))).protocols;
      const head =
        this.heads.find((one) => one.id === wanted?.id && one.version === wanted?.version) ??
        this.heads.find((one) => one.inUse) ??
        this.heads[0];
      if (head) await this.open(head);
      if (!wanted) await this.#resume();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.missing = error.message;
    }
  }

  async open(head: Head): Promise<void> {
    const path = { id: head.id, version: head.version };
    this.shown = await answer(api.GET('/api/protocols/{id}/{version}', { params: { path } }));
    this.base = head;
    this.edits = [];
    this.draft = null;
    this.wrong = null;
  }

  /** Forgets all changes. */
  async drop(): Promise<void> {
    const edits = this.edits;
    if (!this.base) return;
    const base = this.base;
    await this.open(base);
    this.#shelve();
    undo.add('dropping the changes', () => this.#take(base, edits), screen);
  }

  /** The screen is left: what is not kept waits here until it is come back to. */
  leave(): void {
    undo.leave(screen);
  }

  /** Takes up what was changed and not kept when this screen was left, or the page loaded anew. */
  async #resume(): Promise<void> {
    const left = JSON.parse(localStorage.getItem(shelf) ?? 'null') as Schemas['DraftEntry'] | null;
    const head = left && this.heads.find((one) => one.id === left.id && one.version === left.version);
    if (!left || !head) return;
    await this.#take(head, left.edits);
    notices.say('Your changes are here as you left them; they are not kept yet.');
  }

  async #take(head: Head, edits: readonly Edit[]): Promise<void> {
    await this.open(head);
    for (const edit of edits) await this.set(edit);
  }

  #shelve(): void {
    if (this.edits.length === 0) localStorage.removeItem(shelf);
    else localStorage.setItem(shelf, JSON.stringify(this.entry));
  }

  get entry(): Schemas['DraftEntry'] {
    return { id: this.base!.id, version: this.base!.version, edits: this.edits };
  }

  /** Takes a change on. One that can't be is told and leaves everything as it was. */
  async set(edit: Edit): Promise<boolean> {
    const before = this.edits;
    this.edits = [...before.filter((other) => other.path !== edit.path), edit];
    const mine = ++this.#asked;
    try {
      const draft = await answer(api.POST('/api/protocols/draft', { body: this.entry }));
      if (mine !== this.#asked) return true;
      this.draft = draft;
      this.shown = draft.protocol;
      this.wrong = null;
      this.#shelve();
      return true;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (mine === this.#asked) {
        this.edits = before;
        this.wrong = error.message;
      }
      return false;
    }
  }

  async keep(name: string, note: string, use: boolean): Promise<boolean> {
    const kept = await attempt(answer(api.POST('/api/protocols', { body: { ...this.entry, name, note, use } })));
    if (!kept) return false;
    localStorage.removeItem(shelf);
    await this.load(kept);
    notices.say(`Kept as ${this.base!.name}, version ${this.base!.version}.`);
    return true;
  }

  async use(head: Head): Promise<void> {
    const body = { id: head.id, version: head.version };
    await attempt(answer(api.PUT('/api/protocols/in-use', { body })));
    this.heads = (await answer(api.GET('/api/protocols'))).protocols;
    this.base = this.heads.find((one) => one.id === head.id && one.version === head.version) ?? null;
    changed.protocol++;
  }

  /** A version with which nothing is planned goes into the bin. */
  async remove(head: Head): Promise<void> {
    const path = { id: head.id, version: head.version };
    if (await remove(answer(api.DELETE('/api/protocols/{id}/{version}', { params: { path } })))) await this.load(path);
  }

  async importFile(file: File): Promise<void> {
    const body = await jsonOf(file, 'protocol');
    if (body === undefined) return;
    const kept = await attempt(answer(api.POST('/api/protocols/file', { body: body as never })));
    if (kept) await this.load(kept);
  }
}
