import type { Component } from 'svelte';
import { createRouter } from 'sv-router';

/**
 * Where one can be, by the name that stands for it above every screen, in the order of the work. The router knows no view:
 * App puts them in, and whatever wants to go somewhere needs only this.
 */
export const places = {
  '/': 'Day',
  '/find': 'Find',
  '/case/:id': 'Case',
  '/unit/:id': 'Unit',
  '/case/:id/sheet': 'Run sheet',
  '/chair/:id': 'Chair',
  '/case/:id/record': 'Record',
  '/case/:id/hand-over': 'Hand-over',
  '/laboratory': 'Laboratory',
  '/patient/:id': 'Patient',
  '/inspect/:id': 'Inspect',
  '/drawer': 'Drawer',
  '/protocols': 'Protocols',
  '/people': 'People',
} as const;

/** Not named above every screen: one comes there from a case, or from who one is. */
export const aside: readonly string[] = [
  '/chair/:id',
  '/case/:id/record',
  '/case/:id/hand-over',
  '/laboratory',
  '/patient/:id',
  '/people',
];

export type Place = keyof typeof places;

/** Any other address. */
export const elsewhere = '*';

const views = {} as Record<Place | typeof elsewhere, Component>;

export const { isActive, navigate, route } = createRouter(views);

/** Puts each view in its place; done once, before the first is shown. */
export function furnish(shown: Record<Place | typeof elsewhere, Component>): void {
  Object.assign(views, shown);
}
