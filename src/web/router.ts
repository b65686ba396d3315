import { createRouter } from 'sv-router';
import CaseView from './views/case/CaseView.svelte';
import DayView from './views/day/DayView.svelte';
import ProtocolsView from './views/protocols/ProtocolsView.svelte';
import UnitView from './views/unit/UnitView.svelte';

export const { navigate, route } = createRouter({
  '/': DayView,
  '/case/:id': CaseView,
  '/protocols': ProtocolsView,
  '/unit/:id': UnitView,
});
