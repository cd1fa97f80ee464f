import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { router } from './routes';
import { store } from './store';
import './styles.css';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
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
