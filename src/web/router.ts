import type { Component } from 'svelte';
import { createRouter } from 'sv-router';

/** Where one can be. The router knows no view: App puts them in, and whatever wants to go somewhere needs only this. */
export type Place = '/' | '/case/:id' | '/case/:id/sheet' | '/drawer' | '/protocols' | '/unit/:id';

const views = {} as Record<Place, Component>;

export const { navigate, route } = createRouter(views);

/** Puts each view in its place; done once, before the first is shown. */
export function furnish(shown: Record<Place, Component>): void {
  Object.assign(views, shown);
}
