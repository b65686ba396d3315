import type { Verdict } from '../api/client';

interface Sign {
  /** Colour token; never the only sign. */
  colour: string;
  text: string;
  sign: string;
  words: string;
}

export const verdicts: Record<Verdict, Sign> = {
  critical: { colour: 'var(--critical)', text: 'text-critical', sign: '▼▼', words: 'critical' },
  under: { colour: 'var(--short)', text: 'text-short', sign: '▼', words: 'short' },
  within: { colour: 'var(--done)', text: 'text-done', sign: '✓', words: 'within' },
  over: { colour: 'var(--over-mark)', text: 'text-over', sign: '▲', words: 'over' },
  'cant-tell': { colour: 'var(--soft)', text: 'text-soft', sign: '?', words: 'can’t tell' },
};
