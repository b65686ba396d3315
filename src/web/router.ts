import { createRouter } from 'sv-router';
import CaseView from './views/case/CaseView.svelte';
import DayView from './views/day/DayView.svelte';
import DrawerView from './views/drawer/DrawerView.svelte';
import ProtocolsView from './views/protocols/ProtocolsView.svelte';
import RunSheetView from './views/sheet/RunSheetView.svelte';
import UnitView from './views/unit/UnitView.svelte';

export const { navigate, route } = createRouter({
  '/': DayView,
  '/case/:id': CaseView,
  '/case/:id/sheet': RunSheetView,
  '/drawer': DrawerView,
  '/protocols': ProtocolsView,
  '/unit/:id': UnitView,
});
