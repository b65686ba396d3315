import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];
export type Unit = Schemas['UnitView'];
export type Zone = Schemas['ZoneDocument'];
export type Section = Schemas['SectionView'];
export type Point = Schemas['PointView'];
export type Mark = Schemas['MarkView'];
export type Reading = Schemas['ReadingView'];
export type ReadingKind = Schemas['ReadingKind'];
export type Inputs = Schemas['PlanInputs'];
export type Findings = Schemas['Findings'];
export type Gauge = Schemas['GaugeView'];
export type Reference = Schemas['ReferenceView'];
export type Settings = Schemas['SettingsView'];
export type Verdict = Schemas['Verdict'];
export type PlanChange = Schemas['PlanChange'];

export const api = createClient<paths>({ baseUrl: '' });

/** A file as the body of a call, as it is. */
export function rawBody(file: Blob) {
  return {
    body: file as unknown as string,
    bodySerializer: (body: string) => body,
    headers: { 'Content-Type': 'application/octet-stream' },
  };
}

/** What is wrong, in a sentence for the user, with what could have been meant. */
export class Refusal extends Error {
  constructor(
    sentence: string,
    readonly code: string,
    readonly suggestions: string[],
    /** Whether it is done all the same when a reason is given. */
    readonly yieldsToReason = false,
  ) {
    super(sentence);
  }
}

const unreachable = 'Dentelle does not answer. What was saved is safe; check that the program runs, then try again.';

/** The answer of a call, or a thrown Refusal with the server's sentence. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const result = await call.catch(() => {
    throw new Refusal(unreachable, 'unreachable', []);
  });
  if (result.response.ok) return result.data as T;
  const problem = (result.error ?? {}) as {
    detail?: string;
    code?: string;
    suggestions?: string[];
    yieldsToReason?: boolean;
  };
  throw new Refusal(
    problem.detail ?? 'Something went wrong and nothing was changed.',
    problem.code ?? 'unknown',
    problem.suggestions ?? [],
    problem.yieldsToReason,
  );
}
