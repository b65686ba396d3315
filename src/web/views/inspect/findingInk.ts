import { lowerFirst } from '../../words/words';
import type { Found } from './inspectState.svelte';

/** What is short is blue, what is over ochre, an undercut or a lip plum: never told by colour alone, the words say it too. */
export function inkOf(finding: Pick<Found, 'kind' | 'verdict'>): 'text-plum' | 'text-over' | 'text-short' {
  if (finding.kind === 'undercut' || finding.kind === 'lip' || finding.kind === 'margin-step') return 'text-plum';
  return finding.verdict === 'over' ? 'text-over' : 'text-short';
}

const rules = { 'text-plum': 'border-plum', 'text-over': 'border-over', 'text-short': 'border-short' } as const;

/** The same for a rule beside the words. */
export function ruleOf(finding: Pick<Found, 'kind' | 'verdict'>): string {
  return rules[inkOf(finding)];
}

/** "0.25 short" is a number with its words; where there is no number, words alone. */
export function headline({ headline: said }: Pick<Found, 'headline'>): { number: string; words: string } {
  const found = /^(?:only )?(−?\d+(?:\.\d+)?°?)\s+(.*)$/i.exec(said);
  if (found) return { number: found[1]!, words: found[2]! };
  const within = /^(.*?)\s*(\d+(?:\.\d+)?°?)(.*)$/.exec(said);
  return within
    ? { number: within[2]!, words: lowerFirst(`${within[1]!}${within[3]!}`) }
    : { number: '', words: lowerFirst(said) };
}
