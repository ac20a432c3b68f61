import { createBrowserRouter, redirect } from 'react-router';
import { MatterPage } from '../features/matter/index.ts';
import { MattersPage } from '../features/matters/index.ts';
import { OutTrayPage } from '../features/trays/index.ts';
import { ShelfPane } from '../features/shelf/index.ts';
import { Frame } from './Frame.tsx';
import { FaultPage } from './FaultPage.tsx';

/** Every view has an address. The editor comes with the sheet, when one is opened. */
export const router = createBrowserRouter([
  {
    path: '/',
    element: <Frame />,
    errorElement: <FaultPage />,
    hydrateFallbackElement: <></>,
    children: [
      { index: true, loader: () => redirect('/matters') },
      { path: 'matters', element: <MattersPage /> },
      {
        path: 'matters/:matterId',
        element: <MatterPage />,
        children: [
          { path: 'start', element: <ShelfPane /> },
          {
            path: 'sheet/:messageId',
            lazy: async () => ({ Component: (await import('../features/sheet/index.ts')).SheetPane }),
          },
        ],
      },
      { path: 'out', element: <OutTrayPage /> },
      { path: '*', element: <FaultPage /> },
    ],
  },
]);
