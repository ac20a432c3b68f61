import { createBrowserRouter, redirect } from 'react-router';
import type { ComponentType } from 'react';
import { Frame } from '../shell/Frame.tsx';
import { FaultPage } from './FaultPage.tsx';

/** A view that comes with its own part of the program, when it is opened: the editor is in none of the others. */
const later = <Name extends string>(
  load: () => Promise<Readonly<Record<Name, ComponentType>>>,
  name: Name,
) => ({
  lazy: async () => ({ Component: (await load())[name] }),
});

const workshop = later(() => import('../pages/templates/workshop/WorkshopPage.tsx'), 'WorkshopPage');
const routine = later(() => import('../pages/routines/RoutinePage.tsx'), 'RoutinePage');
const chaserPlan = later(() => import('../pages/chaser-plans/ChaserPlanPage.tsx'), 'ChaserPlanPage');
const passage = later(() => import('../pages/passages/PassagePage.tsx'), 'PassagePage');

const contactDetails = later(() => import('../pages/directory/ContactDetailsPage.tsx'), 'ContactDetailsPage');

/** Every view has an address, and the folder of `pages/` that its address names (CONTRIBUTING.md). */
export const router = createBrowserRouter([
  {
    path: '/welcome/:token',
    hydrateFallbackElement: <></>,
    ...later(() => import('../pages/sign-in/WelcomePage.tsx'), 'WelcomePage'),
  },
  {
    path: '/',
    element: <Frame />,
    errorElement: <FaultPage />,
    hydrateFallbackElement: <></>,
    children: [
      { index: true, loader: () => redirect('/today') },
      { path: 'today', ...later(() => import('../pages/today/TodayPage.tsx'), 'TodayPage') },
      { path: 'matters', ...later(() => import('../pages/matters/MattersPage.tsx'), 'MattersPage') },
      {
        path: 'matters/:matterId',
        ...later(() => import('../pages/matter/MatterPage.tsx'), 'MatterPage'),
        children: [
          { path: 'start', ...later(() => import('../pages/matter/shelf/ShelfPane.tsx'), 'ShelfPane') },
          {
            path: 'documents/:documentId?',
            ...later(() => import('../pages/matter/documents/DocumentsPane.tsx'), 'DocumentsPane'),
          },
          {
            path: 'details',
            ...later(() => import('../pages/matter/details/DetailsPane.tsx'), 'DetailsPane'),
          },
          {
            path: 'routine/:routineId',
            ...later(() => import('../pages/matter/routine/RoutinePane.tsx'), 'RoutinePane'),
          },
          {
            path: 'table/:tableKey',
            ...later(() => import('../pages/matter/table/TablePane.tsx'), 'TablePane'),
          },
          {
            path: 'sheet/:messageId',
            ...later(() => import('../pages/matter/sheet/SheetPane.tsx'), 'SheetPane'),
          },
        ],
      },
      {
        path: 'templates',
        ...later(() => import('../pages/templates/TemplatesPage.tsx'), 'TemplatesPage'),
      },
      { path: 'templates/new', ...workshop },
      {
        path: 'templates/import',
        ...later(() => import('../pages/templates/import/ImportPage.tsx'), 'ImportPage'),
      },
      { path: 'templates/bring-in', loader: () => redirect('/templates/import') },
      { path: 'templates/:templateId', ...workshop },
      {
        path: 'templates/:templateId/history',
        ...later(() => import('../pages/templates/history/HistoryPage.tsx'), 'HistoryPage'),
      },
      {
        path: 'templates/:templateId/matters',
        ...later(() => import('../pages/templates/matters/ReadinessPage.tsx'), 'ReadinessPage'),
      },
      { path: 'passages', ...later(() => import('../pages/passages/PassagesPage.tsx'), 'PassagesPage') },
      { path: 'passages/new', ...passage },
      { path: 'passages/:passageId', ...passage },
      { path: 'routines', ...later(() => import('../pages/routines/RoutinesPage.tsx'), 'RoutinesPage') },
      { path: 'routines/new', ...routine },
      { path: 'routines/:routineId', ...routine },
      {
        path: 'chaser-plans',
        ...later(() => import('../pages/chaser-plans/ChaserPlansPage.tsx'), 'ChaserPlansPage'),
      },
      { path: 'chaser-plans/new', ...chaserPlan },
      { path: 'chaser-plans/:planId', ...chaserPlan },
      { path: 'figures', ...later(() => import('../pages/figures/FiguresPage.tsx'), 'FiguresPage') },
      {
        path: 'figures/templates',
        ...later(() => import('../pages/figures/TemplateFiguresPage.tsx'), 'TemplateFiguresPage'),
      },
      {
        path: 'figures/templates/:templateId',
        ...later(() => import('../pages/figures/OneTemplatePage.tsx'), 'OneTemplatePage'),
      },
      { path: 'rounds', ...later(() => import('../pages/rounds/RoundsPage.tsx'), 'RoundsPage') },
      { path: 'rounds/new', ...later(() => import('../pages/rounds/NewRoundPage.tsx'), 'NewRoundPage') },
      { path: 'rounds/:roundId', ...later(() => import('../pages/rounds/RoundPage.tsx'), 'RoundPage') },
      { path: 'directory', ...later(() => import('../pages/directory/DirectoryPage.tsx'), 'DirectoryPage') },
      { path: 'directory/new', ...contactDetails },
      { path: 'directory/:contactId/details', ...contactDetails },
      {
        path: 'directory/:contactId',
        ...later(() => import('../pages/directory/ContactPage.tsx'), 'ContactPage'),
        children: [
          {
            index: true,
            ...later(() => import('../pages/directory/ContactCorrespondence.tsx'), 'ContactCorrespondence'),
          },
          {
            path: 'documents',
            ...later(() => import('../pages/directory/ContactDocuments.tsx'), 'ContactDocuments'),
          },
        ],
      },
      {
        path: 'practice',
        ...later(() => import('../pages/practice/PracticeFrame.tsx'), 'PracticeFrame'),
        children: [
          { index: true, ...later(() => import('../pages/practice/PracticePage.tsx'), 'LetterheadPage') },
          { path: 'calendar', ...later(() => import('../pages/practice/PracticePage.tsx'), 'CalendarPage') },
          { path: 'filing', ...later(() => import('../pages/practice/PracticePage.tsx'), 'FilingPage') },
          { path: 'checks', ...later(() => import('../pages/practice/PracticePage.tsx'), 'ChecksPage') },
          {
            path: 'people',
            ...later(() => import('../pages/practice/people/PeoplePage.tsx'), 'PeoplePage'),
          },
          {
            path: 'sign-in',
            ...later(() => import('../pages/practice/people/SignInChapter.tsx'), 'SignInChapter'),
          },
          {
            path: 'sending',
            ...later(() => import('../pages/practice/sending/SendingPage.tsx'), 'SendingPage'),
          },
          { path: 'kinds', ...later(() => import('../pages/practice/kinds/KindsPage.tsx'), 'KindsPage') },
          {
            path: 'contacts',
            ...later(() => import('../pages/practice/kinds/ContactFactsPage.tsx'), 'ContactFactsPage'),
          },
          { path: 'import', ...later(() => import('../pages/practice/import/ImportPage.tsx'), 'ImportPage') },
          {
            path: 'import/:importId',
            ...later(() => import('../pages/practice/import/OneImportPage.tsx'), 'OneImportPage'),
          },
          { path: 'archive', ...later(() => import('../pages/practice/ArchivePage.tsx'), 'ArchivePage') },
        ],
      },
      { path: 'profile', ...later(() => import('../pages/profile/ProfilePage.tsx'), 'ProfilePage') },
      {
        path: 'practice/kinds/new',
        ...later(() => import('../pages/practice/kinds/MatterTypePage.tsx'), 'MatterTypePage'),
      },
      {
        path: 'practice/kinds/:typeId',
        ...later(() => import('../pages/practice/kinds/MatterTypePage.tsx'), 'MatterTypePage'),
      },
      {
        path: 'correspondence',
        ...later(() => import('../pages/correspondence/CorrespondencePage.tsx'), 'CorrespondencePage'),
      },
      { path: 'in', ...later(() => import('../pages/in/InTrayPage.tsx'), 'InTrayPage') },
      { path: 'out', ...later(() => import('../pages/out/OutTrayPage.tsx'), 'OutTrayPage') },
      { path: 'sign-out', ...later(() => import('../pages/sign-out/SignOutPage.tsx'), 'SignOutPage') },
      { path: '*', element: <FaultPage /> },
    ],
  },
]);
