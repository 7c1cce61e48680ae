import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { router } from './app/router.tsx';
import { store } from './app/store.ts';
import './styles.css';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element');
// Before anything is drawn: the menu that turns it comes later.
if (localStorage.getItem('light') === 'evening') document.documentElement.dataset['light'] = 'evening';
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
