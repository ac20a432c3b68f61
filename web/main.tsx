import '@fontsource-variable/source-serif-4/index.css';
import '@fontsource-variable/source-serif-4/wght-italic.css';
import '@fontsource/ibm-plex-sans/400.css';
import '@fontsource/ibm-plex-sans/500.css';
import '@fontsource/ibm-plex-sans/600.css';
import './app/mantineStyles.ts';
import './app/tokens.css';
import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { router } from './app/router.tsx';
import { store } from './app/store.ts';
import { watchPresence } from './state/presence.ts';
import { theme } from './app/theme.ts';

watchPresence();

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');

createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <RouterProvider router={router} />
      </MantineProvider>
    </Provider>
  </StrictMode>,
);
