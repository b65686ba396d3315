import type { Component } from 'svelte';
import type { elsewhere, Place } from '../router';
import CaseView from './case/CaseView.svelte';
import ChairView from './chair/ChairView.svelte';
import DayView from './day/DayView.svelte';
import DrawerView from './drawer/DrawerView.svelte';
import FindView from './find/FindView.svelte';
import HandOverView from './handover/HandOverView.svelte';
import InspectView from './inspect/InspectView.svelte';
import LaboratoryView from './laboratory/LaboratoryView.svelte';
import NowhereView from './nowhere/NowhereView.svelte';
import PatientView from './patient/PatientView.svelte';
import PeopleView from './people/PeopleView.svelte';
import ProtocolsView from './protocols/ProtocolsView.svelte';
import RecordView from './record/RecordView.svelte';
import RunSheetView from './sheet/RunSheetView.svelte';
import UnitView from './unit/UnitView.svelte';

/** What is shown in each place. */
export const views: Record<Place | typeof elsewhere, Component> = {
  '/': DayView,
  '/case/:id': CaseView,
  '/case/:id/hand-over': HandOverView,
  '/case/:id/record': RecordView,
  '/case/:id/sheet': RunSheetView,
  '/chair/:id': ChairView,
  '/drawer': DrawerView,
  '/find': FindView,
  '/inspect/:id': InspectView,
  '/laboratory': LaboratoryView,
  '*': NowhereView,
  '/patient/:id': PatientView,
  '/people': PeopleView,
  '/protocols': ProtocolsView,
  '/unit/:id': UnitView,
};
