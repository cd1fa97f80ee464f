import { HEADLINE } from '@young-shell/core/plan';
import { createBrowserRouter, Navigate } from 'react-router';
import { ConversionsPage } from '../conversions/ConversionsPage';
import { STATIONS } from '../stations';
import { Crash } from './Crash';
import { Waiting } from './Waiting';
import { Workbench } from './Workbench';

// Screens come when they are opened, or once the first view is drawn: then they are there offline too.
const AFTER_FIRST_VIEW = 4000; // ms
setTimeout(() => void Promise.all(STATIONS.map(({ screen }) => screen())).catch(() => undefined), AFTER_FIRST_VIEW);

export const router = createBrowserRouter([
  {
    path: '/new',
    lazy: async () => ({ Component: (await import('../begin/BeginPage')).BeginPage }),
    errorElement: <Crash />,
  },
  { path: '/', element: <ConversionsPage />, errorElement: <Crash /> },
  {
    path: '/c/:id',
    element: <Workbench />,
    errorElement: <Crash />,
    hydrateFallbackElement: <Waiting />,
    children: [
      { index: true, element: <Navigate to={HEADLINE} replace /> },
      ...STATIONS.map(({ id, screen }) => ({ path: id, lazy: screen })),
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);
