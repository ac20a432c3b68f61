import { createBrowserRouter, redirect } from 'react-router';
import { MatterPage, TablePane } from '../features/matter/index.ts';
import { ContactPage, DirectoryPage } from '../features/directory/index.ts';
import { MatterTypePage, PracticePage, SendingPage } from '../features/practice/index.ts';
import { MattersPage } from '../features/matters/index.ts';
import { CorrespondencePage } from '../features/correspondence/index.ts';
import { TodayPage } from '../features/today/index.ts';
import { InTrayPage, OutTrayPage } from '../features/trays/index.ts';
import { ShelfPane } from '../features/shelf/index.ts';
import type * as templateViews from '../features/templates/index.ts';
import { Frame } from './Frame.tsx';
import { FaultPage } from './FaultPage.tsx';

/** The workshop and its editor come when one of its views is opened. */
const templates = (view: keyof typeof templateViews) => async () => ({
  Component: (await import('../features/templates/index.ts'))[view],
});

/** Every view has an address. The editor comes with the sheet, when one is opened. */
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
            lazy: async () => ({ Component: (await import('../features/sheet/index.ts')).SheetPane }),
          },
        ],
      },
      { path: 'templates', lazy: templates('TemplatesPage') },
      { path: 'templates/new', lazy: templates('WorkshopPage') },
      { path: 'templates/bring-in', lazy: templates('BringInPage') },
      { path: 'templates/:templateId', lazy: templates('WorkshopPage') },
      { path: 'templates/:templateId/history', lazy: templates('HistoryPage') },
      { path: 'templates/:templateId/matters', lazy: templates('ReadinessPage') },
      { path: 'passages', lazy: templates('PassagesPage') },
      { path: 'passages/new', lazy: templates('PassagePage') },
      { path: 'passages/:passageId', lazy: templates('PassagePage') },
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
