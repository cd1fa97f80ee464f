import { createBrowserRouter, Navigate } from 'react-router';
import { BriefStation } from '../stations/brief/BriefStation';
import { ConversionsPage } from '../stations/conversions/ConversionsPage';
import { CutStation } from '../stations/cut/CutStation';
import { FitStation } from '../stations/fit/FitStation';
import { KitStation } from '../stations/kit/KitStation';
import { ShellStation } from '../stations/shell/ShellStation';
import { Crash } from './Crash';
import { Workbench } from './Workbench';

export const router = createBrowserRouter([
  { path: '/', element: <ConversionsPage />, errorElement: <Crash /> },
  {
    path: '/c/:id',
    element: <Workbench />,
    errorElement: <Crash />,
    children: [
      { index: true, element: <Navigate to="fit" replace /> },
      { path: 'brief', element: <BriefStation /> },
      { path: 'shell', element: <ShellStation /> },
      { path: 'kit', element: <KitStation /> },
      { path: 'fit', element: <FitStation /> },
      { path: 'cut', element: <CutStation /> },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);
