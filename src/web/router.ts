import { createRouter } from 'sv-router';
import DayView from './views/day/DayView.svelte';
import UnitView from './views/unit/UnitView.svelte';

export const { navigate, route } = createRouter({
  '/': DayView,
  '/unit/:id': UnitView,
});
