/** Enter in a field says what was typed, as leaving it does. */
export function leaveOnEnter(event: KeyboardEvent): void {
  if (event.key === 'Enter' && event.target instanceof HTMLElement) event.target.blur();
}

/** A field one comes to is typed over at once. */
export function selectAll(event: FocusEvent): void {
  if (event.target instanceof HTMLInputElement) event.target.select();
}

/** One of several that can be chosen. */
export interface Choosable<T extends string> {
  value: T;
  words: string;
  note?: string | null;
}

/** What a control needs that lets one of several be chosen. */
export interface Choosing<T extends string> {
  title: string;
  options: readonly Choosable<T>[];
  value: T;
  onpick: (value: T) => void;
}
