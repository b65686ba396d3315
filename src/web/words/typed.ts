/** What someone typed as a number, with point or comma and any kind of minus; null when it is none. */
export function numberOf(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  const value = Number(plain);
  return plain === '' || !Number.isFinite(value) ? null : value;
}

/** The same where nothing has to be typed: undefined for nothing, NaN for what is no number. */
export function optionalNumberOf(text: string): number | undefined {
  return text.trim() === '' ? undefined : (numberOf(text) ?? NaN);
}
