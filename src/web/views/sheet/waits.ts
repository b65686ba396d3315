import type { Schemas } from '../../api/client';

/** A wait that runs after a step: what it belongs to and how many seconds are left; 0 once it is over. */
export interface Wait {
  key: string;
  name: string;
  left: number;
}

type Waiting = Pick<Schemas['StepDocument'], 'key' | 'name' | 'tooth' | 'waitMinutes'>;
type Ticked = Pick<Schemas['TickView'], 'key' | 'startedAt' | 'endedAt'>;

/** The clocks of the visit, the next to ring first. One that is over stays until a step is begun after it. */
export function waitsOf(steps: readonly Waiting[], ticks: readonly Ticked[], now: number): Wait[] {
  const begun = Math.max(-Infinity, ...ticks.map((tick) => Date.parse(tick.startedAt)));
  return ticks
    .flatMap((tick) => {
      const step = steps.find((one) => one.key === tick.key);
      if (!tick.endedAt || !step?.waitMinutes) return [];
      const over = Date.parse(tick.endedAt) + step.waitMinutes * 60_000;
      if (begun >= over) return [];
      // A clock forgotten since the day before is no clock of this visit.
      if (now - over > 60 * 60_000) return [];
      const name = step.tooth ? `${step.name}, ${step.tooth}` : step.name;
      return [{ key: step.key, name, left: Math.max(0, Math.ceil((over - now) / 1000)) }];
    })
    .toSorted((a, b) => a.left - b.left);
}

/** "4:07". */
export function minutesAndSeconds(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
