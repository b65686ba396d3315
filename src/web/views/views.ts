import type { Component } from 'svelte';
import type { elsewhere, Place } from '../router';
import CaseView from './case/CaseView.svelte';
import DayView from './day/DayView.svelte';
import DrawerView from './drawer/DrawerView.svelte';
import FindView from './find/FindView.svelte';
import InspectView from './inspect/InspectView.svelte';
import NowhereView from './nowhere/NowhereView.svelte';
import ProtocolsView from './protocols/ProtocolsView.svelte';
import RunSheetView from './sheet/RunSheetView.svelte';
import UnitView from './unit/UnitView.svelte';

/** What is shown in each place. */
export const views: Record<Place | typeof elsewhere, Component> = {
  '/': DayView,
  '/case/:id': CaseView,
  '/case/:id/sheet': RunSheetView,
  '/drawer': DrawerView,
  '/find': FindView,
  '/inspect/:id': InspectView,
  '*': NowhereView,
  '/protocols': ProtocolsView,
  '/unit/:id': UnitView,
};
