import type { Inputs } from '../../../api/client';
import { mm, plain } from '../../../words/words';

/** What was found, a line each: that findings stand is seen without opening them. */
export function foundWords(inputs: Inputs): string[] {
  const words: string[] = [];
  if (inputs.crossbite) words.push('crossbite');
  for (const [key, value] of Object.entries(inputs.findings ?? {})) {
    const name = plain(key.replace(/(Mm|Deg)$/, '').replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`));
    if (value === true) words.push(name);
    else if (typeof value === 'number' && value !== 0) words.push(`${name} ${mm(value)}`);
    else if (typeof value === 'string' && value) words.push(`${name} ${value}`);
    else if (Array.isArray(value) && value.length > 0)
      words.push(`${name}: ${value.map((one) => (typeof one === 'string' ? plain(one) : one.surface)).join(', ')}`);
    else if (value && typeof value === 'object' && Object.keys(value).length > 0)
      words.push(
        `${name}: ${Object.entries(value)
          .map(([place, length]) => `${plain(place)} ${mm(length as number)}`)
          .join(', ')}`,
      );
  }
  return words;
}
