import { answer, api, type Schemas } from '../../api/client';

export type Index = Schemas['IndexSectionView'];

/** An index cut through what was measured; the newest wish alone is asked for. */
export class IndexState {
  section = $state.raw<Index | null>(null);
  #asked = 0;
  #waiting: { at: readonly number[]; azimuth: number | undefined } | null = null;
  #busy = false;

  constructor(
    readonly setId: string,
    readonly tooth: string,
  ) {}

  /** @param azimuth Degrees of the way that the plane is square to; across the surface at the place when not given. */
  show(at: readonly number[], azimuth?: number): void {
    this.#waiting = { at, azimuth };
    if (!this.#busy) void this.#next();
  }

  async #next(): Promise<void> {
    this.#busy = true;
    while (this.#waiting) {
      const { at, azimuth } = this.#waiting;
      this.#waiting = null;
      const asked = ++this.#asked;
      const found = await answer(
        api.GET('/api/scans/{id}/teeth/{tooth}/section', {
          params: {
            path: { id: this.setId, tooth: this.tooth },
            query: { x: at[0]!, y: at[1]!, z: at[2]!, ...(azimuth === undefined ? {} : { azimuth }) },
          },
        }),
      ).catch(() => null);
      if (asked === this.#asked && found) this.section = found;
    }
    this.#busy = false;
  }
}
