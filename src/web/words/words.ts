/** A length the way it is always written: one decimal, two where it is no multiple of 0.1, a true minus sign. */
export function mm(value: number): string {
  const hundredths = Math.round(Math.abs(value) * 100);
  const text = (hundredths / 100).toFixed(hundredths % 10 === 0 ? 1 : 2);
  return value < 0 && hundredths > 0 ? `−${text}` : text;
}

/** The same with its sign always shown: a change, not a length. */
export function change(value: number): string {
  return value > 0 ? `+${mm(value)}` : mm(value);
}

/** "rounded-shoulder" → "rounded shoulder". */
export function plain(name: string): string {
  return name.replaceAll('-', ' ');
}

export function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

export function upperFirst(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

const standings = {
  'common-practice': 'common practice',
  'from-memory': 'recalled from memory',
  assumed: 'assumed',
  house: 'the practice’s own',
} as const;

export function standing(name: keyof typeof standings): string {
  return standings[name];
}

export function level(value: number): string {
  if (value === 0) return 'level with the gum';
  return `${mm(Math.abs(value))} ${value > 0 ? 'above' : 'below'} the gum`;
}
