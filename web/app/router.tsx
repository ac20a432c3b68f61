import { createBrowserRouter, redirect } from 'react-router';
import type { ComponentType } from 'react';
import { Frame } from '../shell/Frame.tsx';
import { CorrespondencePage } from '../pages/correspondence/CorrespondencePage.tsx';
import { ContactPage } from '../pages/directory/ContactPage.tsx';
import { DirectoryPage } from '../pages/directory/DirectoryPage.tsx';
import { InTrayPage } from '../pages/in/InTrayPage.tsx';
import { MatterPage } from '../pages/matter/MatterPage.tsx';
import { ShelfPane } from '../pages/matter/shelf/ShelfPane.tsx';
import { TablePane } from '../pages/matter/table/TablePane.tsx';
import { MattersPage } from '../pages/matters/MattersPage.tsx';
import { OutTrayPage } from '../pages/out/OutTrayPage.tsx';
import { MatterTypePage } from '../pages/practice/kinds/MatterTypePage.tsx';
import { PracticePage } from '../pages/practice/PracticePage.tsx';
import { SendingPage } from '../pages/practice/sending/SendingPage.tsx';
import { TodayPage } from '../pages/today/TodayPage.tsx';
import { FaultPage } from './FaultPage.tsx';

/** A view that comes with its own part of the program, when it is opened: the editor is in none of the others. */
const later = <Name extends string>(
  load: () => Promise<Readonly<Record<Name, ComponentType>>>,
  name: Name,
) => ({
  lazy: async () => ({ Component: (await load())[name] }),
});

const workshop = later(() => import('../pages/templates/workshop/WorkshopPage.tsx'), 'WorkshopPage');
const passage = later(() => import('../pages/passages/PassagePage.tsx'), 'PassagePage');

/** Every view has an address, and the folder of `pages/` that its address names (CONTRIBUTING.md). */
export const router = createBrowserRouter([
  {
    path: '/',
    element: <Frame />,
    errorElement: <FaultPage />,
    hydrateFallbackElement: <></>,
    children: [
      { index: true, loader: () => redirect('/today') },
      { path: 'today', element: <TodayPage /> },
      { path: 'matters', element: <MattersPage /> },
      {
        path: 'matters/:matterId',
        element: <MatterPage />,
        children: [
          { path: 'start', element: <ShelfPane /> },
          { path: 'table/:tableKey', element: <TablePane /> },
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
      { path: 'directory', element: <DirectoryPage /> },
      { path: 'directory/new', element: <ContactPage /> },
      { path: 'directory/:contactId', element: <ContactPage /> },
      { path: 'practice', element: <PracticePage /> },
      { path: 'practice/sending', element: <SendingPage /> },
      { path: 'practice/kinds/new', element: <MatterTypePage /> },
      { path: 'practice/kinds/:typeId', element: <MatterTypePage /> },
      { path: 'correspondence', element: <CorrespondencePage /> },
      { path: 'in', element: <InTrayPage /> },
      { path: 'out', element: <OutTrayPage /> },
      { path: '*', element: <FaultPage /> },
    ],
  },
]);
