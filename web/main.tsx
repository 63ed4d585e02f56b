import '@fontsource-variable/source-sans-3';
import '@fontsource-variable/source-serif-4';
import './styles/main.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { router } from './app/router.tsx';
import { store } from './drafts/store.ts';
import { applyEdition } from './frame/edition.ts';

applyEdition();
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
