import { habits } from './habits.svelte';

/** "14:30" or "2:30 pm". */
export function time(at: Date): string {
  if (!habits.twelveHours) return at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return at.toLocaleTimeString('en-US', { hour: 'numeric', minute: '2-digit' }).toLowerCase();
}

/** "12′" from the begin of the visit, or the time of the day where the visit's is known. */
export function clock(visitAt: string | null | undefined, minutes: number): string {
  return visitAt ? time(new Date(new Date(visitAt).getTime() + minutes * 60_000)) : `${Math.floor(minutes)}′`;
}

/** "Saturday 28 November", with its year where that is not this one. */
export function day(at: Date): string {
  const year = at.getFullYear() === new Date().getFullYear() ? undefined : ('numeric' as const);
  return at.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year }).replace(',', '');
}

/** "28 Nov 2026". */
export function date(at: Date): string {
  return at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
}

export const dateOf = (at: string): string => date(new Date(at));

/** A time as it is typed: "14:30", "1430", "2.30 pm", "9"; hours and minutes, or null where it is none. */
export function readTime(text: string): [number, number] | null {
  const match = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*([ap])?\.?m?\.?\s*$/i.exec(text);
  if (!match) return null;
  let hours = Number(match[1]);
  const minutes = Number(match[2] ?? 0);
  const half = match[3]?.toLowerCase();
  if (half && (hours < 1 || hours > 12)) return null;
  if (half) hours = (hours % 12) + (half === 'p' ? 12 : 0);
  return hours < 24 && minutes < 60 ? [hours, minutes] : null;
}

/** A day with a time on it, as it is kept. */
export function moment(day: Date, [hours, minutes]: [number, number]): string {
  const at = new Date(day);
  at.setHours(hours, minutes, 0, 0);
  return at.toISOString();
}

/** Nine in the morning of this day. */
export function thisMorning(): Date {
  const at = new Date();
  at.setHours(9, 0, 0, 0);
  return at;
}
