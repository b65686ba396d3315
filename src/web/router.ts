import { createRouter } from 'sv-router';
import DayView from './views/day/DayView.svelte';
import ProtocolsView from './views/protocols/ProtocolsView.svelte';
import UnitView from './views/unit/UnitView.svelte';

export const { navigate, route } = createRouter({
  '/': DayView,
  '/protocols': ProtocolsView,
  '/unit/:id': UnitView,
});
