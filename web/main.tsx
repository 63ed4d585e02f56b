import '@fontsource-variable/source-sans-3';
import '@fontsource/source-serif-4/600.css';
import './styles/main.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { router } from './app/router.tsx';
import { keepWhenLeft } from './drafts/keepDrafts.ts';
import { store } from './drafts/store.ts';
import { applyEdition } from './frame/edition.ts';
import { languageFor, speak } from './locale/say.ts';

addEventListener('pagehide', () => keepWhenLeft(store.getState().drafts));
applyEdition();
await speak(languageFor(''));
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
