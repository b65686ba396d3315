import { answer, api, Refusal, type Schemas } from '../../api/client';
import { changed } from '../../parts/changed.svelte';
import { attempt, jsonOf, notices } from '../../parts/notices.svelte';

export type Head = Schemas['ProtocolHead'];
export type Line = Schemas['ProtocolLine'];
export type Field = Schemas['ProtocolField'];
type Edit = Schemas['ProtocolEdit'];

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
    if (this.base) await this.open(this.base);
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

  async importFile(file: File): Promise<void> {
    const body = await jsonOf(file, 'protocol');
    if (body === undefined) return;
    const kept = await attempt(answer(api.POST('/api/protocols/file', { body: body as never })));
    if (kept) await this.load(kept);
  }
}
