import { answer, api, Refusal, type Schemas } from '../../api/client';
import { inspectionNews } from '../../parts/inspectionNews';

/** What the newest scans of a visit's teeth say to the five points: measured when somebody looks. */
export class ScanPoints {
  /** By tooth and point. */
  found = $state<Record<string, Schemas['PointCheckView']>>({});
  /** The tooth whose scans are being measured. */
  measuring = $state<string | null>(null);
  /** Why scans could not be measured, by tooth as it is written. */
  refused = $state<readonly string[]>([]);
  readonly #watch = new AbortController();

  of(tooth: string, point: string): Schemas['PointCheckView'] | undefined {
    return this.found[tooth + point];
  }

  async measure(units: readonly Schemas['SheetUnit'][]): Promise<void> {
    const { signal } = this.#watch;
    let looked: readonly string[] = [];
    for (const unit of units) {
      const params = { path: { id: unit.id } };
      try {
        const newest = (await answer(api.GET('/api/units/{id}/scans', { params, signal }))).sets[0];
        // Abutments that were cut together lie on one pair of scans.
        if (!newest || looked.includes(newest.id)) continue;
        looked = [...looked, newest.id];
        this.measuring = unit.written;
        for await (const { measured, problem } of inspectionNews(newest.id, signal)) {
          if (problem) this.refused = [...this.refused, `${unit.written}: ${problem.sentence}`];
          if (!measured) continue;
          const points = measured.points.map((check) => [measured.tooth + check.point, check] as const);
          this.found = { ...this.found, ...Object.fromEntries(points) };
        }
      } catch (error) {
        if (signal.aborted) return;
        const why = error instanceof Refusal ? error.message : 'its scans are not measured while nothing answers.';
        this.refused = [...this.refused, `${unit.written}: ${why}`];
      }
    }
    this.measuring = null;
  }

  stop(): void {
    this.#watch.abort();
  }
}
