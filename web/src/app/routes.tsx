import { createBrowserRouter, Navigate } from 'react-router';
import { BriefStation } from '../stations/brief/BriefStation';
import { ConversionsPage } from '../stations/conversions/ConversionsPage';
import { CutStation } from '../stations/cut/CutStation';
import { FitStation } from '../stations/fit/FitStation';
import { Crash } from './Crash';
import { Waiting } from './Waiting';
import { Workbench } from './Workbench';

// The larger stations come when they are opened, or once the first view is drawn: then they are there offline too.
const shell = async () => ({ Component: (await import('../stations/shell/ShellStation')).ShellStation });
const kit = async () => ({ Component: (await import('../stations/kit/KitStation')).KitStation });
const AFTER_FIRST_VIEW = 4000; // ms
setTimeout(() => void Promise.all([shell(), kit()]).catch(() => undefined), AFTER_FIRST_VIEW);

export const router = createBrowserRouter([
  { path: '/', element: <ConversionsPage />, errorElement: <Crash /> },
  {
    path: '/c/:id',
    element: <Workbench />,
    errorElement: <Crash />,
    hydrateFallbackElement: <Waiting />,
    children: [
      { index: true, element: <Navigate to="fit" replace /> },
      { path: 'brief', element: <BriefStation /> },
      { path: 'shell', lazy: shell },
      { path: 'kit', lazy: kit },
      { path: 'fit', element: <FitStation /> },
      { path: 'cut', element: <CutStation /> },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);
