import type { Component } from 'svelte';
import { createRouter } from 'sv-router';

/**
 * Where one can be, by the name that stands for it above every screen. The router knows no view: App puts them in, and
 * whatever wants to go somewhere needs only this.
 */
export const places = {
  '/': 'Day',
  '/drawer': 'Drawer',
  '/protocols': 'Protocols',
  '/case/:id': 'Case',
  '/case/:id/sheet': 'Run sheet',
  '/unit/:id': 'Unit',
} as const;

export type Place = keyof typeof places;

const views = {} as Record<Place, Component>;

export const { isActive, navigate, route } = createRouter(views);

/** Puts each view in its place; done once, before the first is shown. */
export function furnish(shown: Record<Place, Component>): void {
  Object.assign(views, shown);
}
