import { preparingForms } from '@young-shell/core/document';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { STATIONS } from '../stations';
import { StationsProvider } from '../view/station';
import { inPieces } from '../work/inPieces';
import { router } from './routes';
import { store } from './store';
import './styles.css';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <StationsProvider value={STATIONS}>
        <RouterProvider router={router} />
      </StationsProvider>
      <Toaster
        position="bottom-center"
        offset={80}
        toastOptions={{
          className: 'font-text',
          style: {
            borderRadius: 2,
            background: 'var(--sheet)',
            color: 'var(--ink)',
            border: '1px solid var(--line-strong)',
          },
        }}
      />
    </Provider>
  </StrictMode>,
);

/** The forms of a document are made before the first edit asks for them, ms after the start. */
const BEFORE_FIRST_EDIT = 1500;
setTimeout(() => void inPieces(preparingForms()), BEFORE_FIRST_EDIT);

/** The first view comes first, ms; after that the interface is put where it is found while the server is away. */
const AFTER_FIRST_VIEW = 5000;
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  setTimeout(() => void putAside().catch(() => undefined), AFTER_FIRST_VIEW);

/** The browser looks for a newer one by itself when a page is loaded. */
async function putAside(): Promise<void> {
  if (!(await navigator.serviceWorker.getRegistration())) await navigator.serviceWorker.register('/sw.js');
}
