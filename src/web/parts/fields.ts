/** Enter in a field says what was typed, as leaving it does. */
export function leaveOnEnter(event: KeyboardEvent): void {
  if (event.key === 'Enter' && event.target instanceof HTMLElement) event.target.blur();
}

/** A field one comes to is typed over at once. */
export function selectAll(event: FocusEvent): void {
  if (event.target instanceof HTMLInputElement) event.target.select();
}
