import type { CanActivateChildFn, Routes } from '@angular/router';
import { map, timer } from 'rxjs';

/** Told by the build; what only developers want is left out of what people get. */
declare const DEVELOPMENT: boolean;

/** Every control in every state, beside each other. */
const CONTROLS_PAGE: Routes = DEVELOPMENT
  ? [
      {
        path: 'controls',
        title: 'Controls',
        loadComponent: () => import('./controlsPage').then((m) => m.ControlsPage),
      },
    ]
  : [];

/** One stage goes and another comes in a task of its own: with the press that asked for it, it would hold the page up. */
const afterThePress: CanActivateChildFn = () => timer(0).pipe(map(() => true));

export const ROUTES: Routes = [
  ...CONTROLS_PAGE,
  {
    path: '',
    pathMatch: 'full',
    title: 'Coats',
    loadComponent: () => import('../coats/coats').then((m) => m.Coats),
  },
  {
    path: 'bring-in',
    title: 'Bring in a bundle',
    loadComponent: () => import('../coats/bringIn').then((m) => m.BringIn),
  },
  {
    path: 'rack',
    pathMatch: 'full',
    title: 'Rack',
    loadComponent: () => import('../rack/rack').then((m) => m.Rack),
  },
  {
    path: 'rack/compare',
    title: 'Two coats side by side',
    loadComponent: () => import('../rack/twoCoats').then((m) => m.TwoCoats),
  },
  {
    path: 'rack/:id',
    title: 'On the rack',
    loadComponent: () => import('../rack/rackItem').then((m) => m.RackItemView),
  },
  {
    path: 'coats/:id',
    loadComponent: () => import('./coatFrame').then((m) => m.CoatFrame),
    canActivateChild: [afterThePress],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'study' },
      { path: 'study', title: 'Study', loadComponent: () => import('../study/study').then((m) => m.Study) },
      {
        path: 'traits',
        title: 'All traits',
        loadComponent: () => import('../study/traitTable').then((m) => m.TraitTable),
      },
      { path: 'host', title: 'Host', loadComponent: () => import('../host/host').then((m) => m.Host) },
      {
        path: 'host/now',
        title: 'What the host is now',
        loadComponent: () => import('../host/hostNow').then((m) => m.HostNow),
      },
      {
        path: 'host/learn',
        title: 'My own desktop',
        data: { whole: true },
        loadComponent: () => import('../host/learn/learnView').then((m) => m.LearnView),
      },
      {
        path: 'host/:profile/view',
        title: 'Host profile',
        data: { whole: true },
        loadComponent: () => import('../host/profileView').then((m) => m.ProfileView),
      },
      {
        path: 'host/:profile/edit',
        title: 'Change a host profile',
        data: { whole: true },
        loadComponent: () => import('../host/profileEditor').then((m) => m.ProfileEditor),
      },
      { path: 'parts', title: 'Parts', loadComponent: () => import('../parts/parts').then((m) => m.Parts) },
      {
        path: 'parts/compare',
        title: 'Parts side by side',
        data: { whole: true },
        loadComponent: () => import('../parts/compare').then((m) => m.CompareParts),
      },
      {
        path: 'parts/listing',
        title: 'Online listing',
        loadComponent: () => import('../parts/listing').then((m) => m.Listing),
        data: { whole: true },
      },
      {
        path: 'parts/archive/:reading',
        title: 'Opened file',
        data: { whole: true },
        loadComponent: () => import('../parts/archiveView').then((m) => m.ArchiveView),
      },
      {
        path: 'parts/:part/edit',
        title: 'Change a part',
        data: { whole: true },
        loadComponent: () => import('../parts/partEditor').then((m) => m.PartEditor),
      },
      { path: 'match', title: 'Match', loadComponent: () => import('../match/match').then((m) => m.Match) },
      {
        path: 'propose',
        title: 'Proposal',
        loadComponent: () => import('../match/proposal/proposal').then((m) => m.Proposal),
      },
      {
        path: 'whole',
        title: 'As a whole',
        loadComponent: () => import('../match/whole').then((m) => m.Whole),
      },
      {
        path: 'matrix',
        title: 'Matrix',
        loadComponent: () => import('../match/matrix').then((m) => m.Matrix),
      },
      {
        path: 'findings',
        title: 'Findings',
        loadComponent: () => import('../match/findings/findings').then((m) => m.Findings),
      },
      {
        path: 'gaps',
        title: 'Gap ledger',
        loadComponent: () => import('../match/ledger').then((m) => m.Ledger),
      },
      {
        path: 'plan',
        title: 'Plan',
        data: { whole: true },
        loadComponent: () => import('../plan/plan').then((m) => m.PlanStage),
      },
      {
        path: 'rehearsal',
        title: 'Rehearsal',
        data: { whole: true },
        loadComponent: () => import('../plan/rehearsal/rehearsal').then((m) => m.RehearsalStage),
      },
      {
        path: 'way-back',
        title: 'Way back',
        data: { whole: true },
        loadComponent: () => import('../plan/back/wayBack').then((m) => m.WayBackStage),
      },
      {
        path: 'readings',
        title: 'Readings',
        data: { whole: true },
        loadComponent: () => import('../plan/readings/readings').then((m) => m.ReadingsStage),
      },
      {
        path: 'compare',
        title: 'Compare',
        loadComponent: () => import('../compare/compare').then((m) => m.CompareStage),
      },
      {
        path: 'over-time',
        title: 'Over time',
        loadComponent: () => import('../compare/overTime').then((m) => m.OverTime),
      },
      {
        path: 'share',
        title: 'Sheet',
        data: { whole: true },
        loadComponent: () => import('../share/sheetView').then((m) => m.SheetView),
      },
      {
        path: 'bundle',
        title: 'Bundle',
        data: { whole: true },
        loadComponent: () => import('../share/bundleView').then((m) => m.BundleView),
      },
      {
        path: 'carry-over',
        title: 'Carry over',
        data: { whole: true },
        loadComponent: () => import('../share/carryOverView').then((m) => m.CarryOverView),
      },
      {
        path: 'on-rack',
        title: 'On the rack',
        data: { whole: true },
        loadComponent: () => import('../share/publishView').then((m) => m.PublishView),
      },
    ],
  },
  { path: '**', title: 'Not here', loadComponent: () => import('./nowhere').then((m) => m.Nowhere) },
];
